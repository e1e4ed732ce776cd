import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { contactFault, contactNeed } from '../../../wiring/planner/relays';
import { outputName } from '../../../wiring/planner/outputs';
import { relayBetween } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** A relay whose contact is not made for what it switches: voltage, direct current, current, or the current of the start. */
export const relayContact: Rule = {
  code: 'relay-contact',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.outputs).flatMap(([id, o]): FindingDraft[] => {
      const relay = o.relay ? design.parts[o.relay] : undefined;
      if (!relay) return [];
      return o.devices.flatMap((d): FindingDraft[] => {
        const load = design.parts[d];
        const need = load && contactNeed(design, load);
        const fault = need && contactFault(relay.data, need);
        if (!load || !need || !fault || (relay.data.class !== 'relay' && relay.data.class !== 'contactor')) return [];
        const { ratedCurrent, ratedVoltage } = relay.data;
        return [
          {
            subject: `${id}/${d}`,
            severity: fault === 'start' ? 'doubtful' : 'danger',
            title: `The contact of ${relay.designation} is not rated for ${load.designation}`,
            explain: (display) => {
              const a = (v: number) => showValue(v, 'current', display, 3);
              const v = (n: number) => showValue(n, 'voltage', display, 3);
              const rated = ratedCurrent ? a(baseValue(ratedCurrent)) : '';
              switch (fault) {
                case 'phases':
                  return `${outputName(o)}: ${load.name} runs on three phases; ${relay.name} has one contact, which would leave two of them on it. Take a contactor with three poles.`;
                case 'voltage':
                  return `${outputName(o)}: ${load.name} runs on ${v(need.volts)}; the contact is rated for ${ratedVoltage ? v(baseValue(ratedVoltage)) : 'less'}.`;
                case 'direct':
                  return `${outputName(o)}: ${load.name} runs on ${v(need.volts)} direct; the contact of ${relay.name} breaks alternating current only. Its arc does not go out, and it welds shut.`;
                case 'current':
                  return `${outputName(o)}: ${load.name} draws ${a(need.amps)}; the contact of ${relay.name} is rated for ${rated}. It gets hot and welds: then nothing switches the load off.`;
                case 'start':
                  return `${outputName(o)}: ${load.name} draws ${a(need.amps)} and several times that as it starts: choose its contact for ${a(need.chosenByA)}. That of ${relay.name} is rated for ${rated}, and welds in time.`;
              }
            },
            station: 'wiring',
            field: `outputs.${id}.relay`,
            remedies: relayBetween(design, id),
          },
        ];
      });
    }),
};
