import { current, type Draft } from 'immer';
import { isFeed, usualMains, type Source } from '../distribution/feeds';
import { distributionOf } from '../distribution/tree';
import { decidedFor, givenAt, portFor, usualPole } from '../distribution/choices';
import { linesFrom, takesAllLines } from '../distribution/lines';
import type { Design } from '../machine/design';
import type { FeedSource } from '../machine/feeds';
import type { Fault } from '../units/result';
import { nextDesignation } from '../machine/designation';
import { libraryEntry } from '../machine/library';
import { partFrom } from '../machine/library/entry';
import { poleCount, type Part } from '../machine/parts';
import { groupsInWords, mayGroupPoles } from '../machine/poles';
import { portOf, type PortRef } from '../machine/ports';
import { listed } from '../units/listed';
import { mainsWay } from '../machine/rails';
import type { CommandName, Handler } from './command';
import { refuse } from './command';
import { freeId } from './parts';

const nameOf = (design: Design, part: string): string => design.parts[part]?.designation ?? part;

/** Writes down what feeds a port; undefined leaves it to what usually would. */
export function decideFeed(draft: Draft<Design>, { part, port }: PortRef, source: Source | null | undefined): void {
  if (source !== undefined) {
    ((draft.feeds ??= {})[part] ??= {})[port] = source && { ...source };
    return;
  }
  const ports = draft.feeds?.[part];
  if (!draft.feeds || !ports) return;
  delete ports[port];
  if (!Object.keys(ports).length) delete draft.feeds[part];
  if (!Object.keys(draft.feeds).length) delete draft.feeds;
}

/** Feeds a part that came new to the machine: from where it was put, else what runs on the mains from the mains of the cabinet. */
export function feedNewPart(draft: Draft<Design>, id: string, from?: FeedSource): Fault | void {
  const design = current(draft) as Design;
  const part = design.parts[id]!;
  if (from) {
    const port = portFor(design, part, from);
    if (!port || !isFeed(design.parts, id, port, from))
      return refuse(
        `${part.name} cannot be fed from ${nameOf(design, from.part)}.`,
        `feeds.${id}`,
        'Pick a source that gives what it needs.',
      );
    decideFeed(draft, { part: id, port }, port === 'feed' ? usualPole(design, part, from) : from);
    return;
  }
  const mains = portOf(part, 'mains')?.direction === 'takes' ? usualMains(design) : undefined;
  if (mains) decideFeed(draft, { part: id, port: 'mains' }, mains);
}

/** A source with the phase on which something hung on another one; a pole of its own comes first. */
const onPhaseOf = ({ pole }: Source, source: Source): Source =>
  (pole === 'L2' || pole === 'L3') && !source.pole ? { ...source, pole } : source;

/**
 * Keeps feeds, tool heads and plates whole when parts go or are exchanged: what hung on a device that went hangs on what fed that device, and
 * a port that is no more is fed by nothing.
 */
export function followParts(before: Design, draft: Draft<Design>): void {
  if (!draft.feeds && !draft.heads && !draft.enclosures) return;
  const parts = current(draft.parts) as Design['parts'];
  if (parts === before.parts) return;
  for (const head of Object.values(draft.heads ?? {}))
    if (!head.parts.every((p) => parts[p])) head.parts = head.parts.filter((p) => parts[p]);
  for (const box of Object.values(draft.enclosures ?? {}))
    for (const places of [box.places, box.front])
      for (const part of Object.keys(places ?? {})) if (!parts[part]) delete places![part];
  if (!draft.feeds) return;
  const tree = distributionOf(before);
  for (const [part, ports] of Object.entries(draft.feeds))
    for (const [port, source] of Object.entries(ports)) {
      const at = { part, port };
      if (portOf(parts[part], port)?.direction !== 'takes') decideFeed(draft, at, undefined);
      else if (source && !isFeed(parts, part, port, source)) {
        const gave = tree.port(source);
        const ahead = gave?.kind === 'passed-on' ? tree.feeds[source.part]?.[gave.passesOn ?? ''] : undefined;
        decideFeed(draft, at, ahead && isFeed(parts, part, port, ahead) ? onPhaseOf(source, ahead) : undefined);
      }
    }
}

export const feedCommands = {
  'set-feed': {
    title: ({ part, from }, before) =>
      from
        ? `${nameOf(before, part)} fed from ${nameOf(before, from.part)}`
        : `${nameOf(before, part)}: ${from === null ? 'fed by nothing' : 'fed as usual'}`,
    apply({ part, port, from }, draft) {
      const parts = current(draft.parts) as Design['parts'];
      const where = `feeds.${part}.${port}`;
      if (portOf(parts[part], port)?.direction !== 'takes')
        return refuse(`${nameOf(draft as Design, part)} takes no power there.`, where, 'Pick another place to feed.');
      if (from && !isFeed(parts, part, port, from))
        return refuse(
          part === from.part
            ? `${nameOf(draft as Design, part)} cannot feed itself.`
            : `${nameOf(draft as Design, from.part)} gives no power there.`,
          where,
          'Pick what feeds it from the list.',
        );
      const other =
        from &&
        portOf(parts[from.part], from.port)?.socket !== undefined &&
        decidedFor(current(draft) as Design, from, part);
      if (other)
        return refuse(
          `${nameOf(draft as Design, other)} sits in this socket.`,
          where,
          'Give that driver another socket first.',
        );
      decideFeed(draft, { part, port }, from);
    },
  } satisfies Handler<'set-feed'>,
  'set-poles': {
    title: ({ part, groups }, before) =>
      groups
        ? `${nameOf(before, part)}: ${listed(groupsInWords(groups))} part circuits of their own`
        : `${nameOf(before, part)}: its poles part one circuit`,
    apply({ part: id, groups }, draft) {
      const part = draft.parts[id] as Part | undefined;
      const where = `parts.${id}.setup.poleGroups`;
      if (!part || !mayGroupPoles(part))
        return refuse(
          `The poles of ${nameOf(draft as Design, id)} part one circuit.`,
          where,
          'Pick a contactor, or a switch that is turned by hand, with two poles or more.',
        );
      const poles = poleCount(part);
      if (groups && groups.reduce((sum, n) => sum + n, 0) !== poles)
        return refuse(
          `${part.designation} has ${poles} poles.`,
          where,
          'Give each of its poles to one circuit, in their order.',
        );
      const { setup } = draft.parts[id]!;
      if (groups) setup.poleGroups = [...groups];
      else delete setup.poleGroups;
    },
  } satisfies Handler<'set-poles'>,
  'move-ahead': {
    title: ({ device }, before) => {
      const way = mainsWay(before.rails);
      return `${nameOf(before, device)} moved ahead of ${nameOf(before, way[way.indexOf(device) - 1] ?? '')}`;
    },
    apply({ device }, draft) {
      const way = draft.rails.mains?.devices ?? [];
      const place = way.indexOf(device);
      if (place < 1)
        return refuse(
          `No device of the mains stands before ${nameOf(draft as Design, device)}.`,
          'rails.mains.devices',
          'Pick one that another device comes before.',
        );
      way.splice(place - 1, 2, device, way[place - 1]!);
    },
  } satisfies Handler<'move-ahead'>,
  'insert-device': {
    title: ({ library, entry, aheadOf }, before) =>
      `${(entry ?? libraryEntry(library))?.name ?? library} put ahead of ${aheadOf.map((p) => nameOf(before, p.part)).join(', ')}`,
    apply({ library, entry: own, aheadOf }, draft) {
      const design = current(draft) as Design;
      const entry = own ?? libraryEntry(library);
      if (!entry) return refuse(`The library holds no "${library}".`, 'parts', 'Choose one from the list.');
      const id = freeId(design, entry.data.class);
      const part = partFrom(entry, nextDesignation(design, entry));
      const [into, out] = part.data.class === 'terminal-strip' ? ['feed', 'place'] : ['in', 'out'];
      if (!portOf(part, into!) || !portOf(part, out!))
        return refuse(`${entry.name} passes no power on.`, 'parts', 'Choose a breaker, a switch, a filter or a strip.');
      const { feeds } = distributionOf(design);
      const sources = aheadOf.map(({ part: p, port }) => feeds[p]?.[port]);
      const [from] = sources;
      // What passes all three phases leaves each load on its own; what passes one takes that of its loads.
      const all = takesAllLines(portOf(part, into!)!);
      if (!from || sources.some((s) => s?.part !== from.part || s.port !== from.port || (!all && s.pole !== from.pole)))
        return refuse(
          'A device is put between one source and what hangs on it.',
          `feeds.${aheadOf[0]?.part ?? ''}`,
          'Pick parts that are fed from the same place.',
        );
      if (portOf(design.parts[from.part], from.port)?.socket !== undefined)
        return refuse(
          `${nameOf(design, aheadOf[0]!.part)} sits in a socket: nothing can be put between them.`,
          `feeds.${aheadOf[0]!.part}`,
          'Put the device ahead of the board.',
        );
      draft.parts[id] = part;
      // A strip ahead of what hangs on a source holds the conductor that is switched and protected.
      const mains = givenAt(design, from)?.kind === 'mains';
      const pole = mains ? linesFrom(distributionOf(design), from)[0]! : 'plus';
      const ahead = all ? { part: from.part, port: from.port } : from;
      decideFeed(draft, { part: id, port: into! }, into === 'feed' ? { pole, ...ahead } : ahead);
      const behind = { part: id, port: out! };
      aheadOf.forEach((at, i) => decideFeed(draft, at, all ? onPhaseOf(sources[i]!, behind) : behind));
    },
  } satisfies Handler<'insert-device'>,
} satisfies Partial<Record<CommandName, unknown>>;
