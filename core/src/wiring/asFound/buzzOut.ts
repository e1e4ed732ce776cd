/** One touch with the continuity tester: a core of the cable at this end, a contact at the far end. */
export interface Touch {
  core: string;
  contact: string;
  rings: boolean;
}

export interface BuzzOut {
  /** Contact of each core that is known, by core. */
  found: ReadonlyMap<string, string>;
  /** Cores that ring with no contact at all: broken, or not led out. */
  dead: readonly string[];
  /** Contacts that no core rings with. */
  empty: readonly string[];
  /** What cannot be true of a sound cable, in a sentence each. */
  contradictions: readonly string[];
  /** The touch that tells most next; undefined when everything is known. */
  next: { core: string; contact: string } | undefined;
}

/**
 * Sorts out an unknown cable from touches. One that rings settles a core; where all contacts but one are silent or
 * taken, the last one is still touched, since a core may be broken. Two cores on a contact, or two contacts on a core,
 * are named: they are bridged somewhere.
 */
export function buzzOut(cores: readonly string[], contacts: readonly string[], touches: readonly Touch[]): BuzzOut {
  const rings = new Map<string, Set<string>>();
  const silent = new Map<string, Set<string>>();
  // A later touch of the same two corrects the earlier one.
  const last = new Map(touches.map((t) => [`${t.core}\u0000${t.contact}`, t]));
  const note = (map: Map<string, Set<string>>, key: string, value: string) => {
    const set = map.get(key);
    if (set) set.add(value);
    else map.set(key, new Set([value]));
  };
  for (const t of last.values()) note(t.rings ? rings : silent, t.core, t.contact);

  const contradictions: string[] = [];
  const byContact = new Map<string, string[]>();
  for (const core of cores) {
    const met = [...(rings.get(core) ?? [])];
    if (met.length > 1)
      contradictions.push(
        `${core} rings with ${met.join(' and ')}: these contacts are bridged, or one touch was wrong.`,
      );
    for (const c of met) byContact.set(c, [...(byContact.get(c) ?? []), core]);
  }
  for (const [contact, met] of byContact)
    if (met.length > 1)
      contradictions.push(
        `Contact ${contact} rings with ${met.join(' and ')}: these cores are bridged, or one touch was wrong.`,
      );

  const found = new Map<string, string>();
  for (const core of cores) {
    const met = [...(rings.get(core) ?? [])];
    if (met.length === 1 && byContact.get(met[0]!)!.length === 1) found.set(core, met[0]!);
  }
  const taken = new Set([...rings.values()].flatMap((s) => [...s]));
  const dead = cores.filter(
    (c) =>
      !rings.has(c) && contacts.every((k) => silent.get(c)?.has(k) || taken.has(k)) && (silent.get(c)?.size ?? 0) > 0,
  );
  const open = cores.filter((c) => !rings.has(c) && !dead.includes(c));
  const core = open[0];
  const contact = core && contacts.find((k) => !taken.has(k) && !silent.get(core)?.has(k));
  const sure = open.length === 0;
  return {
    found,
    dead,
    empty: sure ? contacts.filter((k) => !taken.has(k)) : [],
    contradictions,
    next: core !== undefined && contact !== undefined ? { core, contact } : undefined,
  };
}
