/** A reading between two lugs of a switch, with the actuator free or pressed. */
export interface LugReading {
  lugs: readonly [string, string];
  pressed: boolean;
  closed: boolean;
}

export interface Lugs {
  common: string | undefined;
  normallyClosed: string | undefined;
  normallyOpen: string | undefined;
  /** Why no answer, or what does not fit; empty when all is well. */
  trouble: string;
  /** The reading to take next; undefined when there is an answer or none can be had. */
  next: { lugs: readonly [string, string]; pressed: boolean } | undefined;
}

const ROLES = ['common', 'normallyClosed', 'normallyOpen'] as const;

/**
 * Which lug of an unmarked changeover switch is which. All six ways to name three lugs are held against the readings;
 * what is left over is the answer. Two lugs make a plain contact: closed while free is normally closed.
 */
export function findLugs(lugs: readonly string[], readings: readonly LugReading[]): Lugs {
  const none: Lugs = {
    common: undefined,
    normallyClosed: undefined,
    normallyOpen: undefined,
    trouble: '',
    next: undefined,
  };
  const same = (a: readonly [string, string], b: readonly [string, string]) =>
    (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0]);
  const read = (pair: readonly [string, string], pressed: boolean) =>
    readings.findLast((r) => same(r.lugs, pair) && r.pressed === pressed)?.closed;

  if (lugs.length === 2) {
    const pair = [lugs[0]!, lugs[1]!] as const;
    const [free, pressed] = [read(pair, false), read(pair, true)];
    if (free === undefined) return { ...none, next: { lugs: pair, pressed: false } };
    if (pressed === undefined) return { ...none, next: { lugs: pair, pressed: true } };
    if (free === pressed)
      return {
        ...none,
        trouble: free
          ? 'Closed both times: the contact is welded, or something else joins the lugs. Take the leads off first.'
          : 'Open both times: the contact is dirty or broken, or it does not trip.',
      };
    return free
      ? { ...none, common: lugs[0], normallyClosed: lugs[1] }
      : { ...none, common: lugs[0], normallyOpen: lugs[1] };
  }
  const [a, b, c] = lugs;
  if (!a || !b || !c || lugs.length !== 3)
    return { ...none, trouble: 'A changeover switch has three lugs, a plain one two.' };
  const ways = [
    [a, b, c],
    [a, c, b],
    [b, a, c],
    [b, c, a],
    [c, a, b],
    [c, b, a],
  ];
  /** What a way of naming says of a reading. */
  const says = (way: readonly string[], pair: readonly [string, string], pressed: boolean): boolean =>
    same(pair, [way[0]!, way[pressed ? 2 : 1]!]);
  const fit = ways.filter((way) => readings.every((r) => says(way, r.lugs, r.pressed) === r.closed));
  if (!fit.length)
    return {
      ...none,
      trouble:
        'No way of naming the lugs fits these readings. Take the leads off, and measure again: something beside the switch joins two lugs, or a contact is worn.',
    };
  if (fit.length === 1) return { ...none, ...Object.fromEntries(ROLES.map((role, i) => [role, fit[0]![i]])) };
  // The reading that splits what is left most evenly.
  const pairs = [
    [a, b],
    [a, c],
    [b, c],
  ] as const;
  const tests = pairs.flatMap((pair) => [false, true].map((pressed) => ({ lugs: pair, pressed })));
  const split = (t: (typeof tests)[number]) => {
    const yes = fit.filter((way) => says(way, t.lugs, t.pressed)).length;
    return Math.min(yes, fit.length - yes);
  };
  const next = tests.reduce((best, t) => (split(t) > split(best) ? t : best));
  return { ...none, next: split(next) > 0 ? next : undefined };
}
