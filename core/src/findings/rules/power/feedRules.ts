import { feedChoices } from '../../../distribution/choices';
import { usualMains, type Source } from '../../../distribution/feeds';
import { outlineOf } from '../../../distribution/outline';
import { letsGo, mainsInlets } from '../../../distribution/supplies';
import { distributionOf } from '../../../distribution/tree';
import type { Design } from '../../../machine/design';
import { isDriver, type Part } from '../../../machine/parts';
import { portKey, portOf, portsOf, type Port, type PortRef } from '../../../machine/ports';
import { passagesOf, polesOfPort } from '../../../machine/poles';
import { carriedBy } from '../../../power/carried';
import { positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { listed } from '../../../units/listed';
import { fieldOfPart } from '../../choose';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

const feedField = ({ part, port }: PortRef): string => `feeds.${part}.${port}`;
const feedFrom = (design: Design, { part, port }: PortRef, label: string, from?: Source): Remedy =>
  replanned(design, label, { name: 'set-feed', args: { part, port, ...(from ? { from } : {}) } });

/** Parts that feed each other in a ring: no source reaches them. */
export const feedRing: Rule = {
  code: 'feed-ring',
  severity: 'wont-work',
  check: ({ design }) => {
    const { feeds } = distributionOf(design);
    const told = new Set<string>();
    return outlineOf(design).rings.flatMap((start): FindingDraft[] => {
      // Up from here until something comes again: that is the ring, and what hangs on it only suffers from it.
      const met: PortRef[] = [];
      let at: PortRef | undefined = start;
      while (at && !met.some((m) => m.part === at!.part)) {
        met.push(at);
        const source: Source | undefined = feeds[at.part]?.[at.port];
        const ports: Record<string, Source> = (source && feeds[source.part]) ?? {};
        const passesOn: string | undefined = source && portOf(design.parts[source.part], source.port)?.passesOn;
        const port: string | undefined = passesOn ?? Object.keys(ports).find((p) => p === 'mains' || p === 'supply');
        at = source && port ? { part: source.part, port } : undefined;
      }
      const ring = at ? met.slice(met.findIndex((m) => m.part === at!.part)) : [];
      const [first] = ring.map((r) => r.part).sort();
      if (first === undefined || told.has(first)) return [];
      told.add(first);
      const names = ring.map((r) => design.parts[r.part]!.designation);
      const decided = ring.filter((r) => design.feeds?.[r.part]?.[r.port]);
      return [
        {
          subject: first,
          title: `${listed(names)} feed ${names.length === 1 ? 'itself' : 'each other'} in a ring`,
          explain: () =>
            `${ring.map((r) => `${design.parts[r.part]!.designation} is fed from ${design.parts[feeds[r.part]![r.port]!.part]!.designation}`).join(', ')}: nothing gives power to any of them, nor to what hangs on them. Feed one of them from the mains or from another supply.`,
          station: 'wiring',
          field: feedField(decided[0] ?? ring[0]!),
          remedies: decided
            .slice(0, 1)
            .map((r) => feedFrom(design, r, `Feed ${design.parts[r.part]!.designation} as usual`)),
        },
      ];
    });
  },
};

/** Mains where direct current belongs, or the other way round. */
export const feedKind: Rule = {
  code: 'feed-kind',
  severity: 'danger',
  check: ({ design }) => {
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]) =>
      [...portsOf(part).values()].flatMap((port): FindingDraft[] => {
        const { source } = tree.wayTo(id, port.id);
        const gives = source && tree.port(source);
        if (port.direction !== 'takes' || port.kind === 'passed-on' || !gives || gives.kind === port.kind) return [];
        const mains = gives.kind === 'mains';
        const from = design.parts[source.part]!.designation;
        return [
          {
            subject: id,
            severity: mains ? 'danger' : 'wont-work',
            title: mains
              ? `${part.designation} runs on direct current and is fed with mains`
              : `${part.designation} runs on the mains and is fed with direct current`,
            explain: () =>
              `${part.name} is fed from ${from}. ${mains ? 'The mains destroys it, and puts mains voltage on whatever is joined to it.' : 'It does not start.'} Feed it from ${mains ? 'a supply that gives its voltage' : 'the mains'}.`,
            station: 'wiring',
            field: feedField({ part: id, port: port.id }),
            remedies: suitable(design, { part: id, port: port.id }, port),
          },
        ];
      }),
    );
  },
};

/** A source that suits a port, as a remedy: the mains, or a supply of its voltage. */
function suitable(design: Design, at: PortRef, port: Port): Remedy[] {
  const from = sourceFor(design, at, port);
  return from ? [feedFrom(design, at, `Feed it from ${design.parts[from.part]!.designation}`, from)] : [];
}
/** The mains of the cabinet, or a supply that gives what the port takes and has its own mains. */
function sourceFor(design: Design, at: PortRef, port: Port): Source | undefined {
  if (port.kind === 'mains') {
    const mains = usualMains(design);
    return mains?.part === at.part ? undefined : mains;
  }
  const tree = distributionOf(design);
  return feedChoices(design, at).find(
    ({ part }) => design.parts[part]!.data.class === 'supply' && tree.wayTo(part, 'mains').source !== undefined,
  );
}

/** What is told elsewhere when it has no power: drives, controllers, sensors, and what inputs, outputs and the stop act by. */
function toldElsewhere({ parts, circuits, outputs, roles }: Design): (at: PortRef) => boolean {
  const functional = new Set([
    roles.controller,
    roles.stopContactor,
    ...Object.values(circuits).flatMap((c) => c.devices),
    ...Object.values(outputs).flatMap((o) => [...o.devices, ...(o.relay ? [o.relay] : [])]),
  ]);
  const onBus = (part: Part, port: string) =>
    port === 'supply' && (isDriver(part.data) || part.data.class === 'spindle-drive');
  return ({ part, port }) =>
    functional.has(part) || onBus(parts[part]!, port) || (parts[part]!.data.class === 'motor' && port === 'coil');
}

/** A part that needs power, and that nothing feeds. */
export const feedOpen: Rule = {
  code: 'feed-open',
  severity: 'wont-work',
  check: ({ design }) => {
    const elsewhere = toldElsewhere(design);
    const mains = mainsInlets(design).length > 0;
    return outlineOf(design).open.flatMap((at): FindingDraft[] => {
      const part = design.parts[at.part]!;
      const port = portOf(part, at.port)!;
      // Without an inlet the whole mains side is still to be planned: that is told once.
      if (elsewhere(at) || (!mains && port.kind !== 'direct')) return [];
      const hangs = port.kind === 'passed-on';
      return [
        {
          subject: portKey(at).replace('/', '-'),
          title: `Nothing feeds ${part.designation}`,
          explain: () =>
            `${part.name} ${hangs ? 'passes power on, and gets none itself: what hangs on it stays dead.' : 'needs power and gets none.'} Say what feeds it.`,
          station: 'wiring',
          field: feedField(at),
          remedies: hangs ? [] : suitable(design, at, port),
        },
      ];
    });
  },
};

/** What a switch, a contactor, a filter or a relay passes on, against its rating. A breaker on the mains has a rule of its own. */
export const passedLoad: Rule = {
  code: 'passed-load',
  severity: 'danger',
  check: (figures) => {
    const { design } = figures;
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class === 'relay' || part.data.class === 'terminal-strip') return [];
      return passagesOf(part).flatMap(({ into }): FindingDraft[] => {
        if (letsGo(part) && !tree.supplyOf(id, into)) return [];
        const carried = carriedBy(figures, id, into);
        if (carried?.rated === undefined || carried.amps <= carried.rated) return [];
        const { amps, rated } = carried;
        // Where the breaker ahead carries too much as well, that is told there: see branch-load.
        const told = tree.wayTo(id, into).passes.some(({ part: ahead }) => {
          const { data } = design.parts[ahead]!;
          const most = positive('ratedCurrent' in data ? data.ratedCurrent : undefined, '');
          return letsGo(design.parts[ahead]!) && most.known && most.value < amps;
        });
        if (told) return [];
        const button = part.data.class === 'button';
        const poles = polesOfPort(part, into);
        return [
          {
            subject: into === 'in' ? id : `${id}-${into}`,
            severity: button ? 'danger' : 'doubtful',
            title: button
              ? `${part.designation} has to break more than its contact is rated for`
              : `${part.designation} passes more than it is rated for`,
            explain: (display) =>
              `What hangs on ${poles ? `its ${poles}` : 'it'} takes ${showValue(amps, 'current', display, 3)}; ${part.name} is rated for ${showValue(rated, 'current', display, 3)}. ${button ? 'Its contact may weld, and then the stop cuts nothing. Let it hold a contactor, which cuts the motor power.' : `${letsGo(part) ? 'It lets go in the middle of the work.' : 'It runs hot, and its contacts wear out.'} Take a larger one, or feed some of it from elsewhere.`}`,
            station: button ? 'switches' : 'wiring',
            field: button ? 'stopStrategy' : fieldOfPart(design, id),
          },
        ];
      });
    });
  },
};
