import { railsWith } from './rails';
import type { Design } from './design';

/** Parts of the heads that lie on the bench. */
export function partsOff(design: Pick<Design, 'heads' | 'mountedHead'>): ReadonlySet<string> {
  const off = new Set<string>();
  for (const [id, head] of Object.entries(design.heads ?? {}))
    if (id !== design.mountedHead) for (const part of head.parts) off.add(part);
  return off;
}

/** How a table is kept from one call to the next: as long as all that it was made of is the same. */
export type Keep = <T>(key: string, read: readonly unknown[], make: () => T) => T;
const anew: Keep = (_key, _read, make) => make();

const filtered = <T>(table: Readonly<Record<string, T>>, stays: (item: T, id: string) => boolean): Record<string, T> =>
  Object.fromEntries(Object.entries(table).filter(([id, item]) => stays(item, id)));

/**
 * The machine as it stands, with one of its exchangeable heads on it: without the parts and masses of the other heads, and so
 * without what hangs on these alone (conductors, inputs, outputs, a turned axis). A machine without such heads is itself.
 */
export function asMounted(design: Design, keep: Keep = anew): Design {
  if (!design.heads) return design;
  const { heads, mountedHead, ...rest } = design;
  const off = keep('mounted/off', [heads, mountedHead], () => partsOff({ heads, mountedHead }));
  const made = (key: string, read: readonly unknown[], make: () => object) =>
    keep(`mounted/${key}`, [off, ...read], make) as never;
  const on = (id: string | undefined) => id === undefined || !off.has(id);
  const lost = keep('mounted/axes-off', [off, rest.axes], () =>
    Object.entries(rest.axes).flatMap(([id, a]) => (a.drives.some((d) => !on(d.motor)) ? [id] : [])),
  );
  const stands = (axis: string) => !lost.includes(axis);
  const {
    axes,
    axisOrder,
    referenceStages,
    masses,
    roles,
    rails,
    parts,
    circuits,
    outputs,
    conductors,
    feeds,
    dailyChecks,
  } = rest;
  return {
    ...rest,
    axes: made('axes', [axes], () => filtered(axes, (_, id) => stands(id))),
    axisOrder: made('axisOrder', [axisOrder, lost], () => axisOrder.filter(stands)),
    referenceStages: made('stages', [referenceStages, lost], () => referenceStages.map((s) => s.filter(stands))),
    masses: made('masses', [masses, heads, mountedHead], () => {
      const others = Object.entries(heads).flatMap(([id, h]) => (id === mountedHead ? [] : h.masses));
      const own = mountedHead === undefined ? [] : (heads[mountedHead]?.masses ?? []);
      return filtered(masses, (_, id) => own.includes(id) || !others.includes(id));
    }),
    roles: made('roles', [roles], () => filtered(roles, on)),
    rails: made('rails', [rails], () => railsWith(rails, on)),
    parts: made('parts', [parts], () => filtered(parts, (_, id) => on(id))),
    circuits: made('circuits', [circuits, lost], () =>
      withDevices(
        filtered(circuits, (c) => c.axis === undefined || stands(c.axis)),
        on,
        () => false,
      ),
    ),
    outputs: made('outputs', [outputs], () => withDevices(outputs, on, (o) => o.relay !== undefined && on(o.relay))),
    conductors: made('conductors', [conductors], () => filtered(conductors, (c) => on(c.from.part) && on(c.to.part))),
    ...(feeds
      ? {
          feeds: made('feeds', [feeds], () =>
            Object.fromEntries(
              Object.entries(feeds).flatMap(([part, ports]) =>
                on(part) ? [[part, filtered(ports, (source) => on(source?.part))]] : [],
              ),
            ),
          ),
        }
      : {}),
    ...(dailyChecks ? { dailyChecks: made('daily', [dailyChecks], () => dailyChecks.filter(on)) } : {}),
  };
}

/** Circuits with those of their devices that are on the machine; one that loses them all goes, unless something else is left of it. */
function withDevices<T extends { devices: string[] }>(
  table: Readonly<Record<string, T>>,
  on: (id: string) => boolean,
  stays: (item: T) => boolean,
): Record<string, T> {
  return Object.fromEntries(
    Object.entries(table).flatMap(([id, item]) => {
      if (item.devices.every(on)) return [[id, item]];
      const devices = item.devices.filter(on);
      return devices.length || stays(item) ? [[id, { ...item, devices }]] : [];
    }),
  );
}

/** The same machine with another head on it; undefined for none. */
export function withHead(design: Design, head: string | undefined): Design {
  const { mountedHead: _was, ...rest } = design;
  return head === undefined ? rest : { ...rest, mountedHead: head };
}
