import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';

/** An isolated input lights only when both its ends are connected. */
export const commonMissing: Rule = {
  code: 'common-missing',
  severity: 'wont-work',
  check: ({ design, wires }) => {
    const seen = new Set<string>();
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] =>
      Object.values(part.elements).flatMap((e): FindingDraft[] => {
        if (e.kind !== 'isolated-input') return [];
        const [signal, common] = [wires.wired(id, e.terminal), wires.wired(id, e.common)];
        if (signal === common) return [];
        const lost = signal ? e.common : e.terminal;
        const has = signal ? e.terminal : e.common;
        // A bank’s common with some inputs still free is no fault.
        const shared = Object.values(part.elements).filter((x) => x.kind === 'isolated-input' && x.common === e.common);
        if (!signal && shared.length > 1) return [];
        const key = `${id}/${lost}`;
        if (seen.has(key)) return [];
        seen.add(key);
        return [
          {
            subject: key,
            title: `${terminalName(design, { part: id, terminal: has })} has no way back: ${part.terminals[lost]!.printed} is open`,
            explain: () =>
              `The input of ${part.designation} is a lamp inside an isolator: current has to go in at one terminal and out at the other. ${terminalName(design, { part: id, terminal: lost })} is connected to nothing.`,
            station: 'wiring',
            field: `parts.${id}`,
          },
        ];
      }),
    );
  },
};
