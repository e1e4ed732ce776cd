import type { TerminalRef } from '../../machine/ids';
import { usual } from '../../machine/library/usual';
import { pendantOf, wheelWay } from '../../machine/pendant';
import { terminalsWithRole } from '../../machine/parts';
import { circuitName } from '../../machine/fields';
import { spindleEncoderOf } from '../../machine/spindleEncoder';
import { loopPoles } from './circuits';
import { inputElement } from './inputs';
import type { Planning } from './planning';
import { poleFrom } from './poles';
import { at } from './proposal';

/** The lead of a pendant: its contacts and tracks to their inputs, the poles once each, its wheel to an encoder input. */
export function planPendant(p: Planning, inputs: Readonly<Record<string, TerminalRef>>): void {
  const pendant = pendantOf(p.design);
  if (!pendant) return;
  const { id, part } = pendant;
  if (wheelWay(pendant) === 'computer') {
    const link = p.terminal(id, 'data-link');
    const purpose = 'Data lead of the pendant to the computer.';
    if (p.pole('host', 'data-link'))
      p.add({ id: 'pendant/link', from: p.pole('host', 'data-link'), to: link, purpose });
    else
      p.gaps.push({
        what: `${part.name} (${part.designation}) needs a computer that it hangs on.`,
        field: 'roles.host',
      });
    return;
  }
  const leads = Object.keys(part.terminals).length;
  const cable = p.cable(
    `cable-${id}`,
    `Lead ${part.designation.slice(1)}`,
    leads > 8 ? usual.pendantCable : usual.signalCable,
    'machine',
  );
  const shared = { colour: p.colour('control'), section: p.section({ amps: 0.1 }, 'signal') };
  const done = new Set<string>();
  /** A pole arrives once, however many circuits share it. */
  const pole = (step: string, from: TerminalRef | undefined, to: string, purpose: string) => {
    if (done.has(to)) return;
    done.add(to);
    p.addIn(cable, { ...shared, id: `pendant/${step}`, from, to: at(id, to), purpose });
  };
  for (const [circuitId, input] of Object.entries(inputs)) {
    const circuit = p.design.circuits[circuitId];
    if (!circuit?.devices.includes(id) || circuit.contact === undefined) continue;
    const element = part.elements[circuit.contact];
    const board = p.design.parts[input.part];
    const isolated = inputElement(board, input.terminal)?.kind === 'isolated-input';
    const loop = loopPoles(p, input.part, isolated);
    const feed = circuit.feed === '0V' ? loop.minus : loop.plus;
    const name = circuitName(p.design, circuitId);
    let out: string | undefined;
    if (element?.kind === 'contact') {
      if (!feed) {
        p.gaps.push({ what: `${name} needs a field supply to feed its contact.`, field: 'rails.field.supply' });
        continue;
      }
      pole(element.a, feed, element.a, 'Feeds the contacts of the pendant.');
      out = element.b;
    } else if (element?.kind === 'sensor-output') {
      const source = p.tree.feeds[id]?.supply;
      pole('plus', poleFrom(p, source, 'plus'), element.plus, 'Feeds the wheel of the pendant.');
      pole('minus', poleFrom(p, source, 'minus'), element.minus, '0 V of the wheel of the pendant.');
      out = element.out;
    }
    if (out !== undefined)
      p.addIn(cable, {
        ...shared,
        id: `circuit-${circuitId}/${id}-out`,
        from: at(id, out),
        to: input,
        purpose: `${name}, ${part.terminals[out]!.printed} on the pendant.`,
      });
  }
  planTracks(p, pendant, cable);
  p.land(cable);
}

/** Complementary tracks to the first encoder input that the spindle leaves free. */
function planTracks(
  p: Planning,
  { id, part }: NonNullable<ReturnType<typeof pendantOf>>,
  cable: ReturnType<Planning['cable']>,
): void {
  const tracks = terminalsWithRole(part, 'encoder');
  const controller = p.holder('controller');
  if (!tracks.length || !controller) return;
  const channel = spindleEncoderOf(p.design) ? 1 : 0;
  const inputs = terminalsWithRole(controller.part, 'encoder', channel);
  if (!inputs.length) {
    p.gaps.push({
      what: `${controller.part.name} has no encoder input left for the wheel of ${part.designation}: take a pendant whose tracks switch, for ordinary inputs.`,
      field: 'roles.pendant',
    });
    return;
  }
  for (const track of tracks) {
    const into = inputs.find((t) => t.replace(/^enc\d+-/, '') === track.replace('enc-', ''));
    if (into)
      p.addIn(cable, {
        id: `pendant/${track}`,
        from: at(controller.id, into),
        to: at(id, track),
        purpose: `Wheel of the pendant, ${part.terminals[track]!.printed}.`,
      });
  }
}
