import type { Command } from '../../../commands/command';
import type { WantedCut } from '../../../machine/parts';
import { rotatingOf } from '../../../spindle/rotating';
import { tapMachine } from '../../../settings/cutLimits';
import { fitSpeed, tapFaults, tapNeed, type TapFault } from '../../../spindle/tapping';
import { tapFaultInWords } from '../../../spindle/tapWords';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { roundBase } from '../../../units/round';
import type { FindingDraft, Remedy, Rule } from '../../finding';

const titles: Record<TapFault, (name: string) => string> = {
  unseen: (name) => `Nothing lets the axis follow the tap of “${name}”`,
  'axis-speed': (name) => `The axis is too slow for “${name}”`,
  'axis-ramp': (name) => `The axis cannot follow the spindle to rest in “${name}”`,
  counter: (name) => `“${name}” is faster than the control can count`,
  float: (name) => `The holder does not give way far enough in “${name}”`,
  floor: (name) => `The tap of “${name}” runs into the floor of its hole`,
};

/** A wanted tap against what holds it, the ramp of the spindle, the axis and the floor of the hole. */
export const taps: Rule = {
  code: 'tap-runs-on',
  severity: 'doubtful',
  check: ({ design, settings }): FindingDraft[] => {
    const r = rotatingOf(design);
    const cuts = r?.motor.setup.wantedCuts ?? [];
    const machine = r && cuts.some((c) => c.work === 'tap') ? tapMachine(design, settings, r) : undefined;
    if (!r || !machine?.known) return [];
    const m = machine.value;
    return cuts.flatMap((cut, i): FindingDraft[] => {
      const need = tapNeed(cut, m);
      const [fault] = tapFaults(cut, m);
      if (!need || !fault) return [];
      const changed = (to: Partial<WantedCut>): Command => ({
        name: 'set-cuts',
        args: { part: r.motorId, cuts: cuts.map((c, k) => (k === i ? { ...c, ...to } : c)) },
      });
      const rpm = fitSpeed(cut, m);
      const slower: Remedy[] =
        rpm === undefined
          ? []
          : [
              {
                label: (display) => `Tap at ${showValue(rpm, 'rotation', display, 5)}`,
                command: changed({ speed: quantity(rpm, 'rpm') }),
              },
            ];
      return [
        {
          subject: `${r.motorId}/${cut.name}`,
          title: titles[fault](cut.name),
          explain: (display) => tapFaultInWords(fault, cut, need, m, display),
          station: 'spindle',
          field: `parts.${r.motorId}.setup.wantedCuts`,
          remedies: [...slower, ...floating()],
        },
      ];

      /** A tap that nothing follows, or that runs on too far for its holder: a holder that gives as much. */
      function floating(): Remedy[] {
        if (fault !== 'unseen' && fault !== 'float') return [];
        const held: WantedCut = { ...cut, holder: cut.holder === 'rigid' ? 'float' : cut.holder };
        const gives = roundBase(tapNeed(held, m)?.floatMm ?? 0, 'length', 'up');
        const to = { holder: held.holder, float: quantity(gives, 'mm') };
        if (!(gives > 0) || tapFaults({ ...cut, ...to }, m).length) return [];
        return [
          {
            label: (display) =>
              `Hold the tap in ${held.holder === 'float' ? 'a holder' : 'a head'} that gives way by ${showValue(gives, 'length', display, 3)}`,
            command: changed(to),
          },
        ];
      }
    });
  },
};
