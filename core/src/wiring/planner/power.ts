import { isDriver } from '../../machine/parts';
import { figureOr } from '../../units/derived';
import type { Quantity } from '../../units/quantity';
import type { TerminalRef } from '../../machine/ids';
import type { RoleName } from '../../machine/design';
import type { Planning } from './planning';
import { at } from './proposal';

const supplyRoles = ['motorSupply', 'fieldSupply', 'logicSupply'] as const;

/** Where a pole of the direct-current bus or of the field supply is taken: at its strip, else at the supply itself. */
export function busPole(p: Planning, bus: 'motor' | 'field', pole: 'plus' | 'minus'): TerminalRef | undefined {
  const strip = `${bus}${pole === 'plus' ? 'Plus' : 'Zero'}Strip` as const;
  const supply = p.pole(`${bus}Supply`, `supply-out-${pole}`);
  const holder = p.holder(strip);
  // A strip that nothing feeds is no pole.
  return holder && supply ? at(holder.id, 'place') : supply;
}

/** What trips first on a pole: the fuse of its strip, else the most that the supply gives. In A. */
export function protectionA(p: Planning, bus: 'motor' | 'field'): number | undefined {
  const strip = p.holder(`${bus}PlusStrip`)?.part.data;
  if (strip?.class === 'terminal-strip' && strip.ratedCurrent) return figureOr(strip.ratedCurrent, 0);
  const supply = p.holder(`${bus}Supply`)?.part.data;
  return supply?.class === 'supply' && supply.outputCurrent ? figureOr(supply.outputCurrent, 0) : undefined;
}

/** The devices that the mains passes on its way, in their order. */
const mainsWay: readonly RoleName[] = ['mainsInlet', 'mainSwitch', 'mainsBreaker', 'mainsFilter'];

/**
 * Mains from the inlet through switch, breaker and filter to the supplies. The supplies are looped from one to the
 * next; a spindle drive gets leads of its own, since it is the noisy one.
 */
export function planMains(p: Planning): void {
  const { design } = p;
  const way = mainsWay.flatMap((role) => p.holder(role) ?? []);
  const breaker = p.holder('mainsBreaker')?.part.data;
  const protectedA = breaker && 'ratedCurrent' in breaker ? figureOr(breaker.ratedCurrent as Quantity, 16) : 16;
  const section = p.section({ amps: protectedA, protectedA }, 'mains');
  const cutsMains = design.stopSchool === 'main-switch' ? p.holder('stopContactor') : undefined;
  (['mains-line', 'mains-neutral'] as const).forEach((of, channel) => {
    const letter = of === 'mains-line' ? 'L' : 'N';
    const shared = { colour: p.colour(of), section };
    let last: TerminalRef | undefined;
    for (const { id, part } of way) {
      const into = part.data.class === 'connector' ? undefined : p.terminal(id, 'pole-in', channel);
      if (last && into)
        p.add({
          ...shared,
          id: `mains/${id}-${letter.toLowerCase()}`,
          from: last,
          to: into,
          purpose: `${letter} of the mains goes on to ${part.name}.`,
        });
      last =
        part.data.class === 'connector'
          ? p.terminal(id, channel === 0 ? 'mains-l' : 'mains-n')
          : (p.terminal(id, 'pole-out', channel) ?? last);
    }
    if (!last) return;
    // What the stop button must not cut is fed ahead of the contactor, the rest behind it.
    let behind: TerminalRef | undefined = last;
    if (cutsMains) {
      p.add({
        ...shared,
        id: `mains/stop-contactor-${letter.toLowerCase()}`,
        from: last,
        to: p.terminal(cutsMains.id, 'pole-in', channel),
        purpose: `${letter} to the contactor that the stop chain holds.`,
      });
      behind = p.terminal(cutsMains.id, 'pole-out', channel);
    }
    const role = channel === 0 ? 'mains-l' : 'mains-n';
    const fed = new Set<string>();
    const loop = (from: TerminalRef | undefined, roles: readonly RoleName[]) => {
      let at = from;
      for (const name of roles) {
        const holder = p.holder(name);
        const into = holder && p.terminal(holder.id, role);
        if (!holder || !into || fed.has(holder.id)) continue;
        fed.add(holder.id);
        p.add({
          ...shared,
          id: `mains/${holder.id}-${letter.toLowerCase()}`,
          from: at,
          to: into,
          purpose: `${letter} for ${holder.part.name}.`,
        });
        at = into;
      }
    };
    if (cutsMains) {
      loop(behind, ['motorSupply']);
      loop(last, ['fieldSupply', 'logicSupply']);
    } else loop(last, supplyRoles);
    loop(behind, ['spindleDrive']);
  });
}

/** Protective earth: a star. Every part that has the terminal gets a conductor of its own from the bar. */
export function planEarth(p: Planning): void {
  const bar = p.pole('earthBar', 'protective-earth');
  if (!bar) return;
  const breaker = p.holder('mainsBreaker')?.part.data;
  const amps = breaker && 'ratedCurrent' in breaker ? figureOr(breaker.ratedCurrent as Quantity, 16) : 16;
  const shared = { colour: p.colour('protective-earth'), section: p.section({ amps }, 'mains') };
  const inlet = p.pole('mainsInlet', 'protective-earth');
  p.add({
    ...shared,
    id: 'earth/inlet',
    from: inlet,
    to: bar,
    purpose: 'Protective earth of the mains, to the bar first.',
  });
  for (const [id, part] of Object.entries(p.design.parts)) {
    const cls = part.data.class;
    // Motors and the spindle get theirs in their own cable.
    if (cls === 'motor' || cls === 'spindle' || id === bar.part || id === inlet?.part) continue;
    const to = p.terminal(id, 'protective-earth');
    p.add({
      ...shared,
      id: `earth/${id}`,
      from: bar,
      to,
      purpose: `Earths ${part.designation} from the bar: a conductor of its own, never through another part.`,
    });
  }
}

/** The direct-current bus and the field supply up to their strips, the controller’s supply, and the joined 0 V. */
export function planSupplies(p: Planning, fieldMeetsBoard: boolean): void {
  for (const bus of ['motor', 'field'] as const) {
    const supply = p.holder(`${bus}Supply`);
    if (!supply) continue;
    const amps = supply.part.data.class === 'supply' ? figureOr(supply.part.data.outputCurrent, 5) : 5;
    const contactor = bus === 'motor' && p.design.stopSchool === 'motor-power' ? p.holder('stopContactor') : undefined;
    for (const pole of ['plus', 'minus'] as const) {
      const strip = p.holder(`${bus}${pole === 'plus' ? 'Plus' : 'Zero'}Strip`);
      const shared = {
        colour: p.colour(bus === 'motor' ? `power-${pole}` : `control-${pole}`),
        section: p.section({ amps, protectedA: amps }, bus === 'motor' ? 'power' : 'control'),
      };
      const sign = pole === 'plus' ? '+' : '0 V';
      let from = p.pole(`${bus}Supply`, `supply-out-${pole}`);
      if (contactor && pole === 'plus') {
        const into = p.terminal(contactor.id, 'pole-in', 0);
        p.add({
          ...shared,
          id: 'motor-bus/contactor',
          from,
          to: into,
          purpose: 'The stop chain’s contactor parts the plus of the motor bus.',
        });
        if (into) from = p.terminal(contactor.id, 'pole-out', 0);
      }
      if (strip)
        p.add({
          ...shared,
          id: `${bus}-bus/${pole}`,
          from,
          to: at(strip.id, 'feed'),
          purpose: `${sign} of ${supply.part.name} to the strip from which it fans out.`,
        });
    }
  }
  const controller = p.holder('controller');
  if (!controller) return;
  const logic = p.holder('logicSupply');
  for (const pole of ['plus', 'minus'] as const)
    p.add({
      id: `controller/supply-${pole}`,
      from: logic && p.pole('logicSupply', `supply-out-${pole}`),
      to: p.terminal(controller.id, `supply-${pole}`),
      colour: p.colour(`control-${pole}`),
      section: p.section(
        { amps: 1, protectedA: logic?.part.data.class === 'supply' ? figureOr(logic.part.data.outputCurrent, 1) : 1 },
        'control',
      ),
      purpose: `Supply of the controller, ${pole === 'plus' ? '+' : '0 V'}.`,
    });
  const fieldZero = busPole(p, 'field', 'minus');
  const ground = p.terminal(controller.id, 'supply-out-minus');
  if (fieldMeetsBoard && p.holder('fieldSupply')?.id !== logic?.id)
    p.add({
      id: 'controller/field-0v',
      from: fieldZero,
      to: ground,
      colour: p.colour('control-minus'),
      section: p.section({ amps: 1 }, 'control'),
      purpose: 'Joins the 0 V of the field supply and of the board, against which its inputs and outputs work.',
    });
  planInputBoard(p, controller.id);
  p.add({
    id: 'host/link',
    from: p.pole('host', 'data-link'),
    to: p.terminal(controller.id, 'data-link'),
    purpose: 'Data lead between the computer and the controller: short, shielded, away from motor cables.',
  });
}

/** Voltage of a supply that holds a role; undefined where it is not known. */
export function voltsOf(p: Planning, role: 'motorSupply' | 'fieldSupply' | 'logicSupply'): number | undefined {
  const data = p.holder(role)?.part.data;
  return data?.class === 'supply' && data.outputVoltage ? figureOr(data.outputVoltage, 0) : undefined;
}

/** The plus of the motor bus behind the stop contactor where there is no strip: the contactor’s own outgoing pole. */
export function motorPlus(p: Planning): TerminalRef | undefined {
  const strip = p.holder('motorPlusStrip');
  if (strip && p.holder('motorSupply')) return at(strip.id, 'place');
  const contactor = p.design.stopSchool === 'motor-power' ? p.holder('stopContactor') : undefined;
  return contactor && p.holder('motorSupply') ? p.terminal(contactor.id, 'pole-out', 0) : busPole(p, 'motor', 'plus');
}

/** Whether a part is a drive that the stop chain can take the torque from by an input of its own. */
export const hasTorqueOff = (p: Planning, id: string): boolean => {
  const part = p.design.parts[id];
  return part !== undefined && isDriver(part.data) && p.terminal(id, 'torque-off-plus') !== undefined;
};

/** An input board: its supply from the field, and the lead to the controller. */
function planInputBoard(p: Planning, controllerId: string): void {
  const board = p.holder('inputBoard');
  if (!board) return;
  const extension = p.terminal(controllerId, 'extension-link');
  if (!extension) {
    p.gaps.push({
      what: `${p.design.parts[controllerId]!.name} takes no input board.`,
      field: 'roles.inputBoard',
    });
    return;
  }
  for (const pole of ['plus', 'minus'] as const)
    p.add({
      id: `input-board/supply-${pole}`,
      from: busPole(p, 'field', pole),
      to: p.terminal(board.id, `supply-${pole}`),
      colour: p.colour(`control-${pole}`),
      section: p.section({ amps: 0.5, protectedA: protectionA(p, 'field') ?? 0.5 }, 'control'),
      purpose: `Supply of the input board, ${pole === 'plus' ? '+' : '0 V'}.`,
    });
  p.add({
    id: 'input-board/link',
    from: extension,
    to: p.terminal(board.id, 'extension-link'),
    purpose: 'The controller looks at the inputs of the board over this lead: short, away from motor cables.',
  });
}
