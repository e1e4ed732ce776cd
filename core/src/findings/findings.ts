import type { Figures } from '../derivation/figures';
import type { Finding, Rule, Severity } from './finding';
import { severities } from './finding';
import { rules } from './rules';
import type { Swept } from './unnoticed';
import { unnoticedFindings } from './unnoticed';

const rank = (severity: Severity): number => severities.indexOf(severity);

/**
 * All findings over a machine's figures, the worst first, in the order of the rules within a severity. The sweep of its
 * faults takes longer than a rule may: where one is at hand, what it found is among them.
 */
export function findingsOf(figures: Figures, list: readonly Rule[] = rules, swept?: Swept): Finding[] {
  const seen = new Set<string>();
  return (
    list
      .flatMap((rule) =>
        rule.check(figures).map((draft): Finding => ({
          ...draft,
          id: `${rule.code}:${draft.subject}`,
          code: rule.code,
          severity: draft.severity ?? rule.severity,
          remedies: draft.remedies ?? [],
        })),
      )
      .concat(swept ? unnoticedFindings(figures.design, swept) : [])
      // Two motors on one driver meet the same rule with the same driver: that is one finding.
      .filter((f) => !seen.has(f.id) && seen.add(f.id))
      .sort((a, b) => rank(a.severity) - rank(b.severity))
  );
}
