import { inTerms } from '@nodaxis/core/words/terms';
import { useMutationObserver } from '@vueuse/core';

const places = '.station :is(h2, h3, label, th, dt, legend)';

function textsIn(element: Element): Text[] {
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  const texts: Text[] = [];
  while (walker.nextNode()) texts.push(walker.currentNode as Text);
  return texts;
}

/**
 * Underlines, in headings and labels, the first place of each term that the glossary explains. The marks are highlights of
 * the browser, so no text is cut and no element is added; a browser without them shows no marks and explains all the same.
 */
export function useMarkedTerms(): void {
  if (!('highlights' in CSS)) return;
  let waiting = 0;
  const mark = () => {
    waiting = 0;
    const seen = new Set<string>();
    const ranges: Range[] = [];
    for (const text of [...document.querySelectorAll(places)].flatMap(textsIn)) {
      let at = 0;
      for (const piece of inTerms(text.data)) {
        if (piece.term && !seen.has(piece.term.id)) {
          seen.add(piece.term.id);
          const range = document.createRange();
          range.setStart(text, at);
          range.setEnd(text, at + piece.text.length);
          ranges.push(range);
        }
        at += piece.text.length;
      }
    }
    CSS.highlights.set('term', new Highlight(...ranges));
  };
  const later = () => {
    if (waiting) return;
    waiting = window.setTimeout(mark, 400);
  };
  useMutationObserver(document.body, later, { childList: true, subtree: true, characterData: true });
  later();
}
