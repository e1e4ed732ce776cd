import { termAt } from '@nodaxis/core/words/terms';
import type { Term } from '@nodaxis/core/words/glossary';

/** A term on the screen: what it means, and the words of it, to which a tooltip is tied. */
export interface SeenTerm {
  term: Term;
  range: Range;
}

/** Where something is pressed, typed or drawn, a word is no place to ask for its meaning. */
const working =
  'button, a, input, textarea, [role="button"], [role="tab"], [role="option"], svg, canvas, .el-popper, pre';

/** The term whose words are drawn at a place of the page; read from the text itself, so that every text has its terms. */
export function termUnder(x: number, y: number, target: EventTarget | null): SeenTerm | undefined {
  if (!(target instanceof Element) || target.closest(working)) return undefined;
  const caret = document.caretPositionFromPoint?.(x, y);
  const webkit = caret ? undefined : document.caretRangeFromPoint?.(x, y);
  const node = caret?.offsetNode ?? webkit?.startContainer;
  const place = caret?.offset ?? webkit?.startOffset ?? 0;
  if (!(node instanceof Text)) return undefined;
  const found = termAt(node.data, place);
  if (!found) return undefined;
  const range = document.createRange();
  range.setStart(node, found.from);
  range.setEnd(node, found.to);
  // The caret of a place beside the text is its nearest letter: only words that are truly there count.
  const over = [...range.getClientRects()].some((r) => x >= r.left && x <= r.right && y >= r.top && y <= r.bottom);
  return over ? { term: found.term, range } : undefined;
}
