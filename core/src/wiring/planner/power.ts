import type { ConductorFunction } from '../../machine/connections';
import { inputBoardsOf } from '../../machine/boards';
import { terminalKey, type TerminalRef } from '../../machine/ids';
import { isDriver, socketsOf, terminalsWithRole } from '../../machine/parts';
import type { PortRef } from '../../machine/ports';
import { seatedOn } from '../../distribution/seats';
import { motorBusParts } from '../../distribution/supplies';
import { figureOr } from '../../units/derived';
import { linesTo } from '../../distribution/lines';
import { driverA } from './driveAmps';
import type { Planning } from './planning';
import { fieldPole, poleFrom, poleOf, protectionA, type Pole } from './poles';
import { at } from './proposal';

/** The current for which leads of a supply are chosen where its sheet does not tell, A. */
const USUAL_SUPPLY_A = 5;

/** How the leads of a source are made: those of a motor bus thick and in its colours, others as control leads. */
function leadsOf(p: Planning, source: string | undefined) {
  const bus = source !== undefined && motorBusParts(p.design).has(source);
  return {
    of: (pole: Pole): ConductorFunction =>
      pole === 'N'
        ? 'mains-neutral'
        : pole === 'plus' || pole === 'minus'
          ? `${bus ? 'power' : 'control'}-${pole}`
          : 'mains-line',
    least: bus ? ('power' as const) : ('control' as const),
  };
}

/** The strips and contactors that direct current passes: what a supply gives, up to where it fans out. */
export function planDistribution(p: Planning): void {
  for (const [part, ports] of Object.entries(p.tree.feeds))
    for (const [port, from] of Object.entries(ports)) {
      const at: PortRef = { part, port };
      const of = p.design.parts[part]!;
      if (p.tree.port(at)?.kind !== 'passed-on' || of.data.class === 'relay' || from.pole === 'PE') continue;
      const supply = p.tree.supplyOf(part, port);
      if (!supply || p.isOnMains(part, port)) continue;
      const { of: colour, least } = leadsOf(p, supply.id);
      const amps =
        supply.part.data.class === 'supply' ? figureOr(supply.part.data.outputCurrent, USUAL_SUPPLY_A) : USUAL_SUPPLY_A;
      const section = p.section({ amps, protectedA: protectionA(p, at) ?? amps }, least);
      if (port === 'feed') {
        const pole = from.pole === 'minus' ? 'minus' : 'plus';
        p.add({
          id: `feed/${part}`,
          from: poleFrom(p, from, pole, true),
          // Its one terminal takes whichever pole it is to hold; an earth bar has none.
          to: poleOf(p, at, 'plus'),
          colour: p.colour(colour(pole)),
          section,
          purpose: `${pole === 'plus' ? '+' : '0 V'} of ${supply.part.name} to the strip from which it fans out.`,
        });
        continue;
      }
      for (const pole of ['plus', 'minus'] as const)
        p.add({
          id: `${of.data.class === 'button' ? 'stop-chain' : 'feed'}/${part}-${port === 'in' ? '' : `${port}-`}${pole}`,
          from: poleFrom(p, from, pole),
          to: poleOf(p, at, pole),
          colour: p.colour(colour(pole)),
          section,
          purpose:
            part === p.design.roles.stopContactor && port === 'in'
              ? `The stop chain’s contactor parts the ${pole === 'plus' ? 'plus' : '0 V'} of the motor bus.`
              : of.data.class === 'button'
                ? `${pole === 'plus' ? '+' : '0 V'} of ${supply.part.name} goes through the stop button, which cuts the motor power itself.`
                : `${pole === 'plus' ? '+' : '0 V'} of ${supply.part.name} goes on to ${of.name}.`,
        });
    }
}

/** The controller’s supply, the joined 0 V, its input boards, and the lead to the computer. */
export function planControl(p: Planning, fieldMeetsBoard: boolean): void {
  const controller = p.holder('controller');
  if (!controller) return;
  const { id } = controller;
  planSupply(p, id, 'the controller', 1, 'controller');
  planSockets(p);
  const field = p.tree.supplyOf(id, 'field');
  if (fieldMeetsBoard && field?.id !== p.tree.supplyOf(id, 'supply')?.id)
    p.add({
      id: 'controller/field-0v',
      from: fieldPole(p, id, 'minus'),
      to: p.terminal(id, 'supply-out-minus'),
      colour: p.colour('control-minus'),
      section: p.section({ amps: 1 }, 'control'),
      purpose: 'Joins the 0 V of the field supply and of the board, against which its inputs and outputs work.',
    });
  planInputBoards(p, id);
  p.add({
    id: 'host/link',
    from: p.pole('host', 'data-link'),
    to: p.terminal(id, 'data-link'),
    purpose: 'Data lead between the computer and the controller: short, shielded, away from motor cables.',
  });
}

/** The supply of a board, a pole each. */
function planSupply(p: Planning, part: string, name: string, amps: number, id: string): void {
  const at: PortRef = { part, port: 'supply' };
  for (const pole of ['plus', 'minus'] as const)
    p.add({
      id: `${id}/supply-${pole}`,
      from: poleFrom(p, p.tree.feeds[part]?.supply, pole),
      to: p.terminal(part, `supply-${pole}`),
      colour: p.colour(`control-${pole}`),
      section: p.section({ amps, protectedA: protectionA(p, at) ?? amps }, 'control'),
      purpose: `Supply of ${name}, ${pole === 'plus' ? '+' : '0 V'}.`,
    });
}

/** The motor supply of boards whose sockets hold drivers: one pair of leads for all of them. */
function planSockets(p: Planning): void {
  for (const [id, part] of Object.entries(p.design.parts)) {
    const drivers = socketsOf(part).length ? [...seatedOn(p.design, id).values()] : [];
    if (!drivers.length) continue;
    const at: PortRef = { part: id, port: 'motor-supply' };
    const amps = drivers.reduce((sum, driver) => sum + driverA(p.design, driver), 0);
    const protectedA = protectionA(p, at);
    for (const pole of ['plus', 'minus'] as const)
      p.add({
        id: `${id}/motor-supply-${pole}`,
        from: poleFrom(p, p.tree.feeds[id]?.['motor-supply'], pole),
        to: p.terminal(id, `motor-supply-${pole}`),
        colour: p.colour(`power-${pole}`),
        section: p.section({ amps, ...(protectedA === undefined ? {} : { protectedA }) }, 'power'),
        purpose: `Motor supply ${pole === 'plus' ? '+' : '−'} of the ${drivers.length === 1 ? 'driver' : `${drivers.length} drivers`} in the sockets of ${part.name}.`,
      });
  }
}

/** Whether a part is a drive that the stop chain can take the torque from by an input of its own. */
export const hasTorqueOff = (p: Planning, id: string): boolean => {
  const part = p.design.parts[id];
  return part !== undefined && isDriver(part.data) && p.terminal(id, 'torque-off-plus') !== undefined;
};

/** Input boards: the supply of each, and the lead from the controller, or from the board before it where that one passes it on. */
function planInputBoards(p: Planning, controllerId: string): void {
  const ends = (id: string): TerminalRef[] =>
    terminalsWithRole(p.design.parts[id]!, 'extension-link').map((t) => at(id, t));
  const free = ends(controllerId);
  for (const { id, part } of inputBoardsOf(p.design)) {
    const from = free.shift();
    const [own, ...on] = ends(id);
    if (!from || !own) {
      const taken = ends(controllerId).length > 0;
      p.gaps.push({
        what: `${p.design.parts[controllerId]!.name} takes no ${taken ? 'further ' : ''}extension board${taken ? `: ${part.designation} finds no place on its extension lead` : ''}.`,
        field: `parts.${id}`,
      });
      continue;
    }
    planSupply(p, id, part.designation, 0.5, id);
    p.add({
      id: `${id}/link`,
      from,
      to: own,
      purpose: 'The controller reads and switches the board over this lead: short, away from motor cables.',
    });
    free.push(...on);
  }
}

/** What no station of the plan has led yet: whatever else hangs on a feed, such as a lamp behind a hand switch. */
export function planOtherFeeds(p: Planning): void {
  const { circuits, outputs, roles } = p.design;
  const { feeds } = p.tree;
  const led = new Set<string>();
  for (const { from, to } of p.proposals)
    for (const end of [from, to]) if (Object.hasOwn(feeds, end.part)) led.add(terminalKey(end));
  // What reads, is switched or stops is led with its function, or the plan has said why not.
  const functional = new Set([
    roles.stopContactor,
    ...Object.values(circuits).flatMap((c) => c.devices),
    ...Object.values(outputs).flatMap((o) => [...o.devices, ...(o.relay ? [o.relay] : [])]),
  ]);
  for (const [part, ports] of Object.entries(feeds))
    for (const [port, from] of Object.entries(ports)) {
      const at: PortRef = { part, port };
      const poles: readonly Pole[] = p.isOnMains(part, port) ? [linesTo(p.tree, at)[0]!, 'N'] : ['plus', 'minus'];
      const ends = poles.map((pole) => poleOf(p, at, pole));
      // What is plugged in needs no conductor.
      if (p.tree.port(from)?.socket !== undefined) continue;
      if ((port === 'feed' && from.pole) || functional.has(part) || ends.some((e) => e && led.has(terminalKey(e))))
        continue;
      const source = p.tree.sourceOf(part, port);
      const { of: colour, least } = leadsOf(p, source?.id);
      const protectedA = protectionA(p, at);
      const amps = p.tree.port(at)?.amps ?? 0.5;
      poles.forEach((pole, i) =>
        p.add({
          id: `feed/${part}-${pole.toLowerCase()}`,
          from: poleFrom(p, from, pole),
          to: ends[i],
          colour: p.colour(colour(pole)),
          section: p.section({ amps, ...(protectedA === undefined ? {} : { protectedA }) }, least),
          purpose: `${pole === 'plus' ? '+' : pole === 'minus' ? '0 V' : pole} for ${p.design.parts[part]!.name}.`,
        }),
      );
    }
}
