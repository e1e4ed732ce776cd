import { deriveFigures } from '../derivation/figures';
import type { Figures } from '../derivation/figureTypes';
import type { Design } from '../machine/design';
import type { Finding, FindingDraft, Rule, Severity } from './finding';
import { severities } from './finding';
import { otherHeads, withOtherHeads } from './otherHeads';
import { rules } from './rules';
import type { Swept } from './unnoticed';
import { unnoticedFindings } from './unnoticed';

const rank = (severity: Severity): number => severities.indexOf(severity);

/** The findings of rules, in their order, as they are shown: the worst first, each once, with what the sweep found among them. */
export function assembled(
  list: readonly Rule[],
  drafts: readonly (readonly FindingDraft[])[],
  design: Design,
  swept?: Swept,
): Finding[] {
  const seen = new Set<string>();
  const found = list.flatMap((rule, i) => drafts[i]!.map((draft) => filledIn(rule, draft)));
  return (
    (swept ? found.concat(unnoticedFindings(design, swept)) : found)
      // Two motors on one driver meet the same rule with the same driver: that is one finding.
      .filter((f) => !seen.has(f.id) && seen.add(f.id))
      .sort((a, b) => rank(a.severity) - rank(b.severity))
  );
}
/** A draft with what its rule says of it. It is filled in where it is, since hundreds may come at every edit. */
function filledIn(rule: Rule, draft: FindingDraft): Finding {
  const finding = draft as Finding;
  finding.id = `${rule.code}:${draft.subject}`;
  finding.code = rule.code;
  finding.severity ??= rule.severity;
  finding.remedies ??= [];
  return finding;
}

/**
 * All findings over a machine's figures, with whichever head is on it, the worst first, in the order of the rules within a severity. The sweep of its
 * faults takes longer than a rule may: where one is at hand, what it found is among them.
 */
export const findingsOf = (figures: Figures, list: readonly Rule[] = rules, swept?: Swept): Finding[] =>
  withOtherHeads(
    findingsAsItStands(figures, list, swept),
    otherHeads(figures.whole.design).map((head) => ({
      head,
      found: findingsAsItStands(deriveFigures(head.design), list),
    })),
  );
const findingsAsItStands = (figures: Figures, list: readonly Rule[], swept?: Swept): Finding[] =>
  assembled(
    list,
    list.map((rule) => rule.check(figures)),
    figures.design,
    swept,
  );
