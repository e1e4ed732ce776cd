import { givenAt } from '../distribution/choices';
import { linesFrom, linesTo, mainsName, mainsVoltsAt } from '../distribution/lines';
import type { Branch } from '../distribution/outline';
import { distributionOf } from '../distribution/tree';
import type { Design } from '../machine/design';
import { type Display, showValue } from '../units/print';
import { carriedBy, drawnAt } from './carried';
import type { ReadPower } from './states';

/** The volts that arrive at a branch, with their kind; of a supply also those that it makes of them. Empty where nothing arrives. */
export function voltsOfBranch(design: Design, branch: Branch, display: Display): string {
  const tree = distributionOf(design);
  const here = branch.port === undefined ? undefined : { part: branch.part, port: branch.port };
  const lines = here
    ? linesTo(tree, here)
    : branch.gives.map((port) => linesFrom(tree, { part: branch.part, port })).find((l) => l.length > 1);
  const threePhase = lines !== undefined && lines.length > 1;
  // The one of three phases that it hangs on.
  const name = here && lines && !threePhase ? mainsName(tree, here, lines[0]!) : 'L';
  const phase = name === 'L' ? '' : ` ${name}`;
  const say = (given: ReturnType<typeof givenAt>): string => {
    if (!given) return '';
    const mains = mainsVoltsAt(design, threePhase);
    const volts = given.kind === 'mains' ? (mains.known ? mains.value : undefined) : given.volts;
    const kind = given.kind === 'mains' ? (threePhase ? '3 AC' : `AC${phase}`) : 'DC';
    return volts === undefined ? kind : `${showValue(volts, 'voltage', display, 3)} ${kind}`;
  };
  const [gives] = branch.gives;
  const at = (port: string) => givenAt(design, { part: branch.part, port });
  const source = branch.from ?? (gives === undefined ? undefined : { part: branch.part, port: gives });
  const into = say(source && givenAt(design, source));
  const isSupply = design.parts[branch.part]?.data.class === 'supply';
  const made = isSupply && branch.port && gives === 'out' ? say(at(gives)) : '';
  return made && made !== into ? `${into || '–'} → ${made}` : into;
}

/**
 * What a branch carries, and of how much: a load by its own sheet, a device or supply by all that hangs on it. Empty where
 * nothing is counted: of a board’s own electronics no sheet tells, and that is no load of zero.
 */
export function loadOfBranch(read: ReadPower, branch: Branch, display: Display): string {
  const amps = (a: number) => showValue(a, 'current', display, 2);
  const drawn = drawnAt(read, branch.part, branch.port);
  if (drawn !== undefined) return amps(drawn);
  const carried = branch.gives.length ? carriedBy(read, branch.part, branch.port) : undefined;
  if (!carried?.amps) return '';
  return carried.rated === undefined ? amps(carried.amps) : `${amps(carried.amps)} of ${amps(carried.rated)}`;
}

/** What a drawing says of a branch: of a supply what it makes, of a source its volts, and what it carries. */
export function figureOfBranch(read: ReadPower, branch: Branch, display: Display): string {
  const { design } = read;
  const load = loadOfBranch(read, branch, display);
  const volts = voltsOfBranch(design, branch, display);
  if (design.parts[branch.part]?.data.class === 'supply')
    return [volts.split('→ ').at(-1), load].filter(Boolean).join(', ');
  return branch.port === undefined ? volts : load || volts;
}
