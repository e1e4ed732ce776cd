/**
 * Up to version 3, roles of a machine also said what feeds what: a motor supply, a breaker, a strip. Version 4 has rails for
 * that, with any number of devices on the way of the mains, and keeps as roles what a part does for the machine. Three keys
 * get the word that everything else has for them. The history is brought along revision by revision, and what a test result
 * was built on keeps its value under its new path, so that what was fresh stays fresh.
 */
export function railsForRoles(raw: Record<string, unknown>): Record<string, unknown> {
  const history = isTable(raw.history) ? raw.history : undefined;
  return {
    ...raw,
    ...(isTable(raw.design) ? { design: boardFirst(designOf(raw.design), rolesOf(raw.design).inputBoard) } : {}),
    ...(history ? { history: historyOf(history) } : {}),
    ...(Array.isArray(raw.journal) ? { journal: raw.journal.map(entryOf) } : {}),
  };
}

type Table = Record<string, unknown>;
const isTable = (v: unknown): v is Table => typeof v === 'object' && v !== null && !Array.isArray(v);
/** What a table of this file says of a key of the read one, which may be called as anything. */
const looked = (table: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined;
const rolesOf = (design: Table): Table => (isTable(design.roles) ? design.roles : {});

const renamed: Readonly<Record<string, string>> = {
  stopSchool: 'stopStrategy',
  limitSchool: 'limitStrategy',
  datumSchool: 'datumStrategy',
};
/** Roles that name one place of the rails. */
const places: Readonly<Record<string, string>> = {
  mainsInlet: 'mains.inlet',
  earthBar: 'earth',
  motorSupply: 'drives.supply',
  motorPlusStrip: 'drives.plus',
  motorZeroStrip: 'drives.zero',
  logicSupply: 'logic.supply',
  fieldSupply: 'field.supply',
  fieldPlusStrip: 'field.plus',
  fieldZeroStrip: 'field.zero',
};
/** Roles of what the mains passes, in its order. */
const way = ['mainSwitch', 'mainsBreaker', 'mainsFilter'] as const;
/** Roles that nothing points at any more: boards are found by their class, a tool head was never read. */
const dropped = ['inputBoard', 'toolHead'];

function railsOf(roles: Table): Table {
  const rails: Table = {};
  for (const [role, place] of Object.entries(places)) {
    if (roles[role] === undefined) continue;
    const [rail, item] = place.split('.') as [string, string?];
    if (item === undefined) rails[rail] = roles[role];
    else rails[rail] = { ...(rails[rail] as Table | undefined), [item]: roles[role] };
  }
  const devices = way.flatMap((role) => (roles[role] === undefined ? [] : [roles[role]]));
  return devices.length ? { ...rails, mains: { ...(rails.mains as Table | undefined), devices } } : rails;
}
const keptRoles = (roles: Table): Table =>
  Object.fromEntries(
    Object.entries(roles).filter(
      ([role]) => !Object.hasOwn(places, role) && !(way as readonly string[]).includes(role) && !dropped.includes(role),
    ),
  );

function designOf(design: Table): Table {
  const made: Table = {};
  for (const [key, value] of Object.entries(design)) {
    if (key === 'roles' && isTable(value)) {
      made.roles = keptRoles(value);
      made.rails = railsOf(value);
    } else made[looked(renamed, key) ?? key] = value;
  }
  return made;
}

/** Boards are looked at in the order of the parts: the one that was chosen by its role came first. */
function boardFirst(design: Table, board: unknown): Table {
  const { parts } = design;
  if (!isTable(parts) || typeof board !== 'string') return design;
  const isBoard = (p: unknown) => isTable(p) && isTable(p.data) && p.data.class === 'input-board';
  const first = Object.keys(parts).find((id) => isBoard(parts[id]));
  if (first === undefined || first === board || !Object.hasOwn(parts, board)) return design;
  const order = Object.keys(parts).flatMap((id) => (id === board ? [] : id === first ? [board, first] : [id]));
  return { ...design, parts: Object.fromEntries(order.map((id) => [id, parts[id]])) };
}

function historyOf(history: Table): Table {
  const snapshots = Array.isArray(history.snapshots) ? history.snapshots.filter(isTable) : [];
  /** Roles as they stand at a whole design, by its number. */
  const whole = new Map(snapshots.flatMap((s) => (isTable(s.design) ? [[s.number, rolesOf(s.design)] as const] : [])));
  const numbers = [...whole.keys()].filter((n) => typeof n === 'number');
  let roles = whole.get(Math.min(...numbers)) ?? {};
  const revisionOf = (r: unknown): unknown => {
    if (!isTable(r) || !Array.isArray(r.patches)) return r;
    const patches: unknown[] = [];
    const before = roles;
    for (const p of r.patches as unknown[]) {
      const path = isTable(p) && Array.isArray(p.path) ? (p.path as unknown[]) : [];
      if (path[0] === 'roles') roles = patched(roles, p as Table, path);
      else {
        const key = looked(renamed, String(path[0]));
        patches.push(key === undefined ? p : { ...(p as Table), path: [key, ...path.slice(1)] });
      }
    }
    if (roles !== before)
      patches.push(
        { op: 'replace', path: ['roles'], value: keptRoles(roles) },
        { op: 'replace', path: ['rails'], value: railsOf(roles) },
      );
    roles = whole.get(r.number) ?? roles;
    return { ...r, patches };
  };
  return {
    ...history,
    ...(Array.isArray(history.snapshots)
      ? {
          snapshots: history.snapshots.map((s: unknown) =>
            isTable(s) && isTable(s.design) ? { ...s, design: designOf(s.design) } : s,
          ),
        }
      : {}),
    ...(Array.isArray(history.revisions) ? { revisions: history.revisions.map(revisionOf) } : {}),
  };
}

/** The roles after one patch of theirs. */
function patched(roles: Table, { op, value }: Table, path: readonly unknown[]): Table {
  if (path.length === 1) return isTable(value) ? value : {};
  const role = String(path[1]);
  // JSON leaves out a value that is not there: such a patch empties its field.
  if (op !== 'remove' && value !== undefined) return { ...roles, [role]: value };
  const { [role]: _gone, ...rest } = roles;
  return rest;
}

/** What a result was built on, under the paths of today. */
function entryOf(entry: unknown): unknown {
  if (!isTable(entry) || !isTable(entry.dependedOn)) return entry;
  const dependedOn = Object.entries(entry.dependedOn).map(([path, value]) => {
    const place = path.startsWith('roles.') ? looked(places, path.slice('roles.'.length)) : undefined;
    return [place === undefined ? (looked(renamed, path) ?? path) : `rails.${place}`, value];
  });
  return { ...entry, dependedOn: Object.fromEntries(dependedOn) };
}
