import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { Figures } from '../derivation/figureTypes';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import type { Severity } from '../findings/finding';
import { singleFaults } from '../faults/faults';
import { sweepAll } from '../faults/sweep';
import type { Design } from '../machine/design';
import { newMachineFile } from '../machine/file';
import { hasContact, hasSensorOutput } from '../machine/parts';
import type { MachineFile } from '../machine/file';
import { libraryOf } from '../machine/library/index';
import { noiseRisk } from '../switches/noise';
import type { Notice } from '../switches/polarity';
import { inputPlaces } from '../wiring/planner/inputs';

/** What a way of wiring the limits and references comes to on this very machine. */
export interface OptionOutcome {
  conductors: number;
  inputs: number;
  inputsThere: number;
  /** Single faults of its conductors (open, to the frame, to 0 V, to +) that take a switch away, by when they show. */
  losses: Readonly<Record<Notice, number>>;
  /** Conductors whose break stops the machine at once: the price of noticing. */
  stopsAtOnce: number;
  /** Conductors that, chafed to the frame, hide a switch. */
  hiddenByFrame: number;
  /** What an input that trips tells apart. */
  tellsApart: 'each switch' | 'the axis' | 'nothing';
  /** Circuits whose rest a drive’s noise can take for a trip. */
  falseTrips: number;
  /** Axes that may be referenced together. */
  together: boolean;
  /** What the controller has to be able to do. */
  asks: readonly string[];
  /** Findings above a note that it brings, and that it cures. */
  brings: readonly { severity: Severity; title: string }[];
  cures: readonly string[];
}
export interface SwitchOption {
  key: 'as-is' | 'closed-own' | 'open-own' | 'closed-loop' | 'loop-per-axis' | 'pair-on-one' | 'both-on-one';
  title: string;
  reason: string;
  /** Undefined where it cannot be done on this machine; then `refused` says why. */
  outcome: OptionOutcome | undefined;
  refused: string;
  commands: readonly Command[];
}

const EPOCH = '2026-01-01T00:00:00.000Z';
const plan: Command = { name: 'plan-wiring', args: {} };
type Form = 'NO' | 'NC';

const isSwitchCircuit = (c: Design['circuits'][string]): boolean =>
  ['limit', 'reference', 'limit-and-reference'].includes(c.function);

/** Runs commands on a copy, made only as far as they go through. */
class Copy {
  file: MachineFile;
  readonly commands: Command[] = [];
  refused = '';
  constructor(design: Design) {
    // Planned from nothing: what is made already belongs to the wiring of today. What is tried by hand would blur the
    // difference between the circuits.
    const { dailyChecks: _tried, ...rest } = design;
    this.file = newMachineFile({ ...rest, conductors: {} }, 'trial', EPOCH);
  }
  get design(): Design {
    return this.file.design;
  }
  do(command: Command): void {
    const done = applyCommand(this.file, command, EPOCH);
    if (done.ok) {
      this.file = done.value.file;
      this.commands.push(command);
    } else this.refused ||= done.error.map((f) => f.what).join(' ');
  }
  /** Every switch that tells an axis on an input of its own. */
  separate(): void {
    for (const [id, c] of Object.entries(this.design.circuits))
      if (isSwitchCircuit(c) && c.devices.length > 1) this.do({ name: 'split-input', args: { circuit: id } });
  }
  /** All of them with contacts, or sensors, of one form. */
  form(form: Form): void {
    for (const [id, c] of Object.entries(this.design.circuits)) {
      if (!isSwitchCircuit(c)) continue;
      for (const d of c.devices) this.formOf(d, form);
      const sensors = c.devices.some((d) => hasSensorOutput(this.design.parts[d]));
      const arrangement = form === 'NC' && !sensors ? 'series' : 'parallel';
      if (c.arrangement !== arrangement)
        this.do({ name: 'set-field', args: { path: `circuits.${id}.arrangement`, value: arrangement } });
    }
  }
  private formOf(id: string, form: Form): void {
    const part = this.design.parts[id]!;
    if (part.data.class === 'sensor') {
      if (part.data.form === form) return;
      const { data } = part;
      const other = libraryOf('sensor').find(
        (e) =>
          e.data.class === 'sensor' &&
          e.data.form === form &&
          e.data.output === data.output &&
          e.data.principle === data.principle &&
          hasSensorOutput(e) === hasSensorOutput(part),
      );
      if (other) this.do({ name: 'exchange-device', args: { part: id, library: other.key } });
      else this.refused ||= `The library has no ${form} form of ${part.name}.`;
      return;
    }
    if (!hasContact(part, form))
      this.refused ||= `${part.designation} has no contact that is ${form === 'NC' ? 'closed' : 'open'} at rest.`;
    else if (part.setup.contactUsed !== form)
      this.do({ name: 'set-field', args: { path: `parts.${id}.setup.contactUsed`, value: form } });
  }
  /** Lets circuits share the input of the first of them. */
  join(ids: readonly string[]): void {
    for (const from of ids.slice(1)) this.do({ name: 'join-inputs', args: { into: ids[0]!, from } });
  }
  /** Axes that share an input are referenced one after the other. */
  oneByOne(): void {
    const stages = this.design.referenceStages.flatMap((s) => s.map((a) => [a]));
    if (stages.length !== this.design.referenceStages.length)
      this.do({ name: 'set-reference-stages', args: { stages } });
  }
}

const axisOf = (design: Design, circuit: string): string | undefined =>
  design.circuits[circuit]!.devices.flatMap((d) => design.parts[d]?.mount?.axis ?? [])[0];
const switchCircuits = (design: Design): string[] =>
  Object.entries(design.circuits).flatMap(([id, c]) => (isSwitchCircuit(c) && c.devices.length ? [id] : []));

type Recipe = Pick<SwitchOption, 'key' | 'title' | 'reason'> & { make: (copy: Copy) => void };

function recipes(design: Design): Recipe[] {
  const pair = Object.entries(design.axes).find(
    ([axis, a]) =>
      a.drives.length > 1 &&
      new Set(
        Object.values(design.parts).flatMap((p) =>
          p.mount?.axis === axis && p.mount.drive !== undefined ? p.mount.drive : [],
        ),
      ).size > 1,
  )?.[0];
  const list: Recipe[] = [
    {
      key: 'as-is',
      title: 'As it is',
      reason: 'Planned again for the inputs as they are today.',
      make: () => undefined,
    },
    {
      key: 'closed-own',
      title: 'Closed at rest, an input each',
      reason: 'A break opens the loop and stops the machine at once; each switch answers for itself.',
      make: (c) => {
        c.separate();
        c.form('NC');
      },
    },
    {
      key: 'open-own',
      title: 'Open at rest, an input each',
      reason: 'Nothing happens while nothing is pressed: also where a wire is gone.',
      make: (c) => {
        c.separate();
        c.form('NO');
      },
    },
    {
      key: 'closed-loop',
      title: 'One loop of all of them',
      reason:
        'One input and few conductors; what has tripped must be found by looking, and axes are referenced one by one.',
      make: (c) => {
        c.separate();
        c.form('NC');
        c.join(switchCircuits(c.design));
        c.form('NC');
        c.oneByOne();
      },
    },
    {
      key: 'loop-per-axis',
      title: 'A loop for each axis',
      reason: 'The control knows the axis but not the end: it is the end that the axis is near.',
      make: (c) => {
        c.separate();
        c.form('NC');
        for (const axis of c.design.axisOrder)
          c.join(switchCircuits(c.design).filter((id) => axisOf(c.design, id) === axis));
        c.form('NC');
      },
    },
  ];
  if (pair)
    list.push({
      key: 'pair-on-one',
      title: 'Both gantry switches on one input',
      reason: 'Saves an input; squaring then goes motor by motor, and the controller must be able to do that.',
      make: (c) => {
        c.separate();
        c.join(
          switchCircuits(c.design).filter((id) =>
            c.design.circuits[id]!.devices.every((d) => {
              const m = c.design.parts[d]?.mount;
              return m?.axis === pair && m.drive !== undefined;
            }),
          ),
        );
        c.form('NC');
      },
    });
  /** Ends that have a reference switch and a limit switch of their own. */
  const doubled = switchCircuits(design).flatMap((reference) => {
    const at = (id: string) => design.parts[design.circuits[id]!.devices[0]!]?.mount;
    const own = at(reference);
    if (design.circuits[reference]!.function !== 'reference' || !own) return [];
    const limit = switchCircuits(design).find(
      (id) => design.circuits[id]!.function === 'limit' && at(id)?.axis === own.axis && at(id)?.end === own.end,
    );
    return limit ? [{ reference, limit }] : [];
  });
  if (doubled.length)
    list.push({
      key: 'both-on-one',
      title: 'Limit and reference on one switch',
      reason: 'Saves a switch at each datum; the control must pass over the limit while it is referenced on.',
      make: (c) => {
        for (const { reference, limit } of doubled) {
          c.do({ name: 'remove-input', args: { circuit: reference } });
          c.do({ name: 'set-field', args: { path: `circuits.${limit}.function`, value: 'limit-and-reference' } });
        }
      },
    });
  return list;
}

function outcomeOf(figures: Figures, today: ReadonlyMap<string, string>): OptionOutcome {
  const { design, network, plan: planned, circuits } = figures;
  const ids = switchCircuits(design);
  const own = Object.keys(design.conductors).filter((c) => ids.some((id) => c.startsWith(`circuit-${id}/`)));
  const mine = new Set(own);
  const faults = singleFaults(design).filter(
    (f) => mine.has(f.subject) && ['conductor-open', 'short-frame', 'short-zero', 'short-plus'].includes(f.kind),
  );
  const { rows } = sweepAll(design, network, planned, faults);
  const losses = rows.filter((r) => r.lost.some((f) => f.startsWith('trip/')));
  const count = (n: Notice) => losses.filter((r) => r.notice === n).length;
  const devices = ids.map((id) => design.circuits[id]!.devices);
  const axesIn = (list: readonly string[]) => new Set(list.map((d) => design.parts[d]?.mount?.axis));
  const shared = ids.filter((id) => design.circuits[id]!.devices.length > 1);
  const across = devices.some((d) => axesIn(d).size > 1);
  const asks: string[] = [];
  if (across)
    asks.push('reference one axis at a time, and pass over a limit that is pressed by the one being referenced');
  if (ids.some((id) => design.circuits[id]!.function === 'limit-and-reference'))
    asks.push('pass over a limit at the end, and in the leg, in which it is referenced on');
  if (shared.some((id) => design.circuits[id]!.function !== 'limit'))
    asks.push('mask a shared input at the end, and in the leg, in which it is referenced');
  const pairShared = shared.some((id) => {
    const drives = new Set(design.circuits[id]!.devices.flatMap((d) => design.parts[d]?.mount?.drive ?? []));
    return drives.size > 1;
  });
  if (pairShared) asks.push('reference the two motors of a gantry one after the other');
  const now = findingsOf(figures).filter((f) => f.severity !== 'note');
  const named = new Map(now.map((f) => [f.id, f.title]));
  return {
    conductors: own.length,
    inputs: ids.length,
    inputsThere: inputPlaces(design).length,
    losses: { 'at once': count('at once'), 'at next use': count('at next use'), never: count('never') },
    stopsAtOnce: rows.filter((r) => r.fault.kind === 'conductor-open' && r.notice === 'at once').length,
    hiddenByFrame: losses.filter((r) => r.fault.kind === 'short-frame' && r.notice !== 'at once').length,
    tellsApart: devices.every((d) => d.length === 1) ? 'each switch' : across ? 'nothing' : 'the axis',
    falseTrips: ids.filter((id) => {
      const input = planned.inputs[id];
      return input && noiseRisk(design, id, input, circuits[id])?.risk === 'likely';
    }).length,
    together: !across,
    asks,
    brings: now.filter((f) => !today.has(f.id)).map(({ severity, title }) => ({ severity, title })),
    cures: [...today].filter(([id]) => !named.has(id)).map(([, title]) => title),
  };
}

/** The ways of wiring the limits and references, each tried on a copy of this very machine. */
export function switchOptions(design: Design): SwitchOption[] {
  const options: SwitchOption[] = [];
  let today: ReadonlyMap<string, string> = new Map();
  for (const { make, ...rest } of recipes(design)) {
    const copy = new Copy(design);
    make(copy);
    const commands = [...copy.commands];
    copy.do(plan);
    let outcome: OptionOutcome | undefined;
    if (!copy.refused) {
      const figures = deriveFigures(copy.design);
      if (rest.key === 'as-is')
        today = new Map(
          findingsOf(figures)
            .filter((f) => f.severity !== 'note')
            .map((f) => [f.id, f.title]),
        );
      outcome = outcomeOf(figures, today);
    }
    options.push({ ...rest, outcome, refused: copy.refused, commands });
  }
  return options;
}
