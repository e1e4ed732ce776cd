import { listed } from '../units/listed';
import type { InputFunction } from '../machine/connections';
import type { Design } from '../machine/design';
import { axesOf } from '../machine/design';
import { circuitName } from '../machine/fields';
import { terminalName } from '../wiring/wires';
import type { Act, InputView, TrialState, TrialView } from './trial';
import { actKey } from './trial';
import { grouped } from '../units/grouped';

/** What a controller does when it takes an input for tripped. */
const follows: Record<InputFunction, string> = {
  limit: 'the machine stops at once',
  reference: 'it counts in a reference run alone',
  'limit-and-reference': 'the machine stops at once, unless it is being referenced on it',
  probe: 'a probing move ends there',
  stop: 'the machine stops and stays latched',
  door: 'the machine stops until the door is shut',
  pause: 'the program pauses, which is no stop: the motors keep their power',
  start: 'a program would start or go on',
  alarm: 'the machine stops and reports the drive',
  index: 'one index pulse is counted',
  'spindle-permit': 'the spindle may start',
  'coolant-flow': 'the spindle may run: its coolant flows',
  position: 'the program reads it; nothing stops',
  jog: 'an axis moves for as long as it is held',
  'hand-enable': 'motion by hand is allowed for as long as it is held',
  'select-axis': 'the wheel moves another axis',
  'select-step': 'the wheel moves in other steps',
  'wheel-a': 'an edge of the wheel is counted',
  'wheel-b': 'an edge of the wheel is counted',
};

/** What was done, and everything that followed from it, as one sentence or two. */
export function tellAct(design: Design, before: TrialState, after: TrialState, act: Act): string {
  const done = after.acts.some((a) => actKey(a) === actKey(act));
  const changes = tellChanges(design, before.view, after.view, act);
  const tail = changes.length ? changes.join('; ') : 'nothing changes that anybody could see';
  const newlyLost = after.view.lost.filter((f) => !before.view.lost.some((b) => b.id === f.id));
  const back = before.view.lost.filter((f) => !after.view.lost.some((a) => a.id === f.id));
  const sentences = [`${leadOf(design, act, done)}: ${tail}.`];
  if (newlyLost.length) {
    const silent = newlyLost.some((f) => f.protective) && !changes.length;
    sentences.push(
      `From now on this does not work: ${newlyLost.map((f) => f.title).join('; ')}${silent ? ', and nothing reports it' : ''}.`,
    );
  }
  if (back.length) sentences.push(`It works again: ${back.map((f) => f.title).join('; ')}.`);
  return sentences.join(' ');
}

/** Which inputs answered an act, and over which conductors: what one wants to know of a press. */
export function answersTo(
  design: Design,
  before: TrialView,
  after: TrialView,
): { circuit: string; terminal: string; conductors: number[] }[] {
  return changedInputs(before.inputs, after.inputs).map(({ circuit, input }) => ({
    circuit,
    terminal: terminalName(design, input),
    conductors: Object.values(design.conductors)
      .filter((c) => [c.from, c.to].some((t) => t.part === input.part && t.terminal === input.terminal))
      .map((c) => c.number),
  }));
}

const changedInputs = (before: readonly InputView[], after: readonly InputView[]): InputView[] =>
  after.filter((now) => {
    const was = before.find((i) => i.circuit === now.circuit);
    return was && (was.reading !== now.reading || was.conclusion !== now.conclusion);
  });

function leadOf(design: Design, act: Act, done: boolean): string {
  const part = 'part' in act ? design.parts[act.part] : undefined;
  const uses = Object.entries(design.circuits).flatMap(([id, c]) =>
    'part' in act && c.devices.includes(act.part) ? [circuitName(design, id)] : [],
  );
  const name = part ? `${part.designation} (${uses.join(', ') || part.name})` : '';
  switch (act.kind) {
    case 'press':
      return part?.data.class === 'sensor'
        ? `${name} ${done ? 'sees its target' : 'sees nothing any more'}`
        : `${name} ${done ? 'pressed' : 'let go'}`;
    case 'cut':
      return `Conductor ${design.conductors[act.conductor]?.number ?? act.conductor} ${done ? 'open' : 'whole again'}`;
    case 'lose':
      return `${name} ${done ? 'gives nothing' : 'is back'}`;
    case 'pull':
      return `Plug ${part?.designation ?? act.part} ${done ? 'pulled' : 'plugged in again'}`;
    case 'drive': {
      const on = design.parts[act.output.part];
      const printed = on?.terminals[act.output.terminal]?.printed ?? act.output.terminal;
      return `Output ${printed} switched ${done ? 'on' : 'off'}`;
    }
  }
}

function tellChanges(design: Design, before: TrialView, after: TrialView, act: Act): string[] {
  const told: string[] = [];
  const named = (key: string) => design.parts[key.split('/')[0]!]?.designation ?? key;
  if (after.shorted && !before.shorted) told.push('two poles of a supply meet: its fuse goes');
  const own = act.kind === 'lose' ? act.part : '';
  for (const id of difference(after.dead, before.dead)) if (id !== own) told.push(`${named(id)} is dead`);
  for (const id of difference(before.dead, after.dead)) if (id !== own) told.push(`${named(id)} lives again`);
  if (after.ring.length && !before.ring.length)
    told.push(`${after.ring.map(named).join(' and ')} chase each other and never come to rest`);
  for (const key of difference(before.energised, after.energised)) told.push(coilTells(design, key, false));
  for (const key of difference(after.energised, before.energised)) told.push(coilTells(design, key, true));
  for (const key of difference(before.fed, after.fed)) told.push(`${named(key)} goes out`);
  for (const key of difference(after.fed, before.fed))
    told.push(`${named(key)} gets its supply${after.reversed.has(key) ? ' the other way round' : ''}`);
  for (const key of after.fed)
    if (before.fed.has(key) && before.reversed.has(key) !== after.reversed.has(key))
      told.push(`${named(key)} gets its supply the other way round`);
  const off = motorsOf(design, difference(before.torque, after.torque));
  if (off) told.push(after.torque.size ? `the motors of ${off} lose their torque` : 'all motors lose their torque');
  const on = motorsOf(design, difference(after.torque, before.torque));
  if (on) told.push(`the motors of ${on} have torque`);
  if (before.controllerOn && !after.controllerOn) told.push('the controller is off and takes notice of nothing');
  else if (!before.controllerOn && after.controllerOn) told.push('the controller is on again');
  else told.push(...tellInputs(design, before.inputs, after.inputs));
  if (off && after.controllerOn && !after.inputs.some((i) => i.function === 'stop' && i.conclusion !== 'free'))
    if (difference(before.torque, after.torque).size)
      told.push('the program does not know of it and goes on sending pulses');
  return told;
}

/** Inputs that changed, alike ones together: first what they read, then what the controller makes of it. */
function tellInputs(design: Design, before: readonly InputView[], after: readonly InputView[]): string[] {
  const changed = changedInputs(before, after);
  const printed = ({ input }: InputView) =>
    design.parts[input.part]?.terminals[input.terminal]?.printed ?? input.terminal;
  const told: string[] = [];
  for (const [reading, list] of grouped(changed, (i) => i.reading)) {
    const levels = [...new Set(list.map((i) => i.level))].join(' or ');
    const many = list.length > 1;
    const does = reading === 'uncertain' ? (many ? `read anything (${levels})` : `reads anything (${levels})`) : '';
    told.push(
      `${many ? 'inputs' : 'input'} ${listed(list.map(printed))} ${does || `${many ? 'go' : 'goes'} ${reading}`}`,
    );
  }
  for (const [conclusion, list] of grouped(changed, (i) => i.conclusion)) {
    const names = listed(list.map((i) => circuitName(design, i.circuit)));
    if (conclusion === 'unclear') told.push(`the controller does not see: ${names}`);
    else told.push(`the controller takes ${names} for ${conclusion}`);
    if (conclusion === 'tripped') told.push(...new Set(list.map((i) => follows[i.function])));
  }
  return told;
}

const difference = (a: ReadonlySet<string>, b: ReadonlySet<string>): ReadonlySet<string> =>
  new Set([...a].filter((x) => !b.has(x)));

/** What a coil does: a brake that draws releases its axis, a relay or valve that draws pulls in. */
function coilTells(design: Design, key: string, draws: boolean): string {
  const part = design.parts[key.split('/')[0]!];
  if (part?.data.class === 'motor') return `the brake of ${part.designation} ${draws ? 'lets go' : 'holds'}`;
  return `${part ? `${part.data.class} ${part.designation}` : key} ${draws ? 'pulls in' : 'drops'}`;
}

/** The axes whose motors hang on some drivers: X, Y and Z. */
function motorsOf(design: Design, drivers: ReadonlySet<string>): string {
  const letters = axesOf(design)
    .filter(([, a]) => a.drives.some((d) => d.driver && drivers.has(d.driver)))
    .map(([, a]) => a.letter);
  return listed(letters);
}
