import type { Ampacity, Duty } from '../../electrics/conductors';
import { sectionMm2For, usualAmpacity } from '../../electrics/conductors';
import type { ColourCode, ConductorFunction } from '../../machine/connections';
import { distributionOf, type DistributionTree } from '../../distribution/tree';
import type { Design, RoleName } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import { libraryEntry } from '../../machine/library/index';
import type { Part, TerminalRole } from '../../machine/parts';
import { terminalsWithRole } from '../../machine/parts';
import { portKey, type PortRef } from '../../machine/ports';
import type { Quantity } from '../../units/quantity';
import { baseValue, quantity } from '../../units/quantity';
import type { Sheet } from '../sheets';
import { sheetRule } from '../sheets';
import type { CableProposal, PlanGap, Proposal } from './proposal';
import { at } from './proposal';
import { CABINET_M, leastSection, TO_MACHINE_M, usualColours } from './rules';

/** The first terminal of a part with a role (and channel); undefined where it has none. */
export const firstWithRole = (part: Part | undefined, role: TerminalRole, channel?: number): string | undefined =>
  part && terminalsWithRole(part, role, channel)[0];

/** The planning table of a machine: its own, or the usual one. */
export const ampacityOf = (design: Design): readonly Ampacity[] =>
  design.ampacity?.length
    ? design.ampacity
        .flatMap(({ section, current }) =>
          section && current ? [{ sectionMm2: baseValue(section), amps: baseValue(current) }] : [],
        )
        .sort((a, b) => a.sectionMm2 - b.sectionMm2)
    : usualAmpacity;

/** How long a lead from the cabinet to the machine is taken to be, in steps of half a metre: it has to reach the far end of every level travel. */
export function leadToMachineM(design: Design): number {
  const travels = Object.values(design.axes).map((a) =>
    a.travel && a.motion === 'linear' ? baseValue(a.travel) / 1000 : 0,
  );
  return TO_MACHINE_M + Math.ceil(2 * travels.reduce((sum, t) => sum + t, 0)) / 2;
}

type Wire = Omit<Proposal, 'sheet' | 'from' | 'to'> & { from: TerminalRef | undefined; to: TerminalRef | undefined };

/** A cable while it is being filled: its conductors take its cores one after the other. */
export interface CableInHand {
  proposal: CableProposal;
  cores: readonly { mark: string; colour?: ColourCode | undefined; section?: Quantity | undefined }[];
  used: Set<string>;
  length: Quantity;
  screened: boolean;
}

/** Everything that the parts of the planner share while one plan is made. */
export class Planning {
  readonly proposals: Proposal[] = [];
  readonly cables: CableProposal[] = [];
  readonly gaps: PlanGap[] = [];
  readonly tree: DistributionTree;
  private readonly table: readonly Ampacity[];
  /** By the port and the pole that they fan out: the strips. */
  private readonly strips = new Map<string, string>();
  private readonly fieldM: number;
  private readonly sheetOf: ReturnType<typeof sheetRule>;

  constructor(readonly design: Design) {
    this.table = ampacityOf(design);
    this.sheetOf = sheetRule(design);
    this.fieldM = leadToMachineM(design);
    this.tree = distributionOf(design);
    for (const [part, { feed }] of Object.entries(this.tree.feeds)) {
      const key = feed && `${portKey(feed)}/${feed.pole}`;
      if (key !== undefined && feed!.port !== 'place' && !this.strips.has(key)) this.strips.set(key, part);
    }
  }

  /** The strip that fans out one pole of what a port gives. */
  stripOn(port: PortRef, pole: string): string | undefined {
    return this.strips.get(`${portKey(port)}/${pole}`);
  }
  /** Whether what arrives at a port is mains. */
  isOnMains(part: string, port: string): boolean {
    if (this.tree.port({ part, port })?.kind === 'mains') return true;
    const { source, passes } = this.tree.wayTo(part, port);
    if (source) return this.tree.port(source)?.kind === 'mains';
    // Nothing gives yet: a way that only mains devices make is one of the mains.
    return this.tree.port({ part, port })?.kind === 'passed-on' && passes.length > 0;
  }

  /** The part that holds a role, with its id. */
  holder(role: RoleName): { id: string; part: Part } | undefined {
    const id = this.design.roles[role];
    const part = id ? this.design.parts[id] : undefined;
    return id && part ? { id, part } : undefined;
  }
  /** A terminal of the part that holds a role, by the terminal's own role. */
  pole(role: RoleName, terminalRole: TerminalRole, channel?: number): TerminalRef | undefined {
    const holder = this.holder(role);
    return holder && this.terminal(holder.id, terminalRole, channel);
  }
  /** A terminal of the bar where protective earths and shields meet. */
  earth(role: 'protective-earth' | 'shield'): TerminalRef | undefined {
    const bar = this.design.rails.earth;
    return bar === undefined ? undefined : this.terminal(bar, role);
  }
  terminal(partId: string, role: TerminalRole, channel?: number): TerminalRef | undefined {
    const t = firstWithRole(this.design.parts[partId], role, channel);
    return t ? at(partId, t) : undefined;
  }

  colour(of: ConductorFunction): ColourCode {
    return this.design.colourRules?.[of] ?? usualColours[of];
  }
  section(duty: Duty, least: keyof typeof leastSection): Quantity {
    return quantity(sectionMm2For(duty, leastSection[least], this.table), 'mm²', 'estimate');
  }
  /** The smallest of some cables, given thinnest first, whose cores stand a duty. */
  cableFor(duty: Duty, keys: readonly string[]): string {
    const needed = sectionMm2For(duty, 0, this.table);
    return (
      keys.find((key) => {
        const data = libraryEntry(key)?.data;
        const section = data?.class === 'cable' ? data.cores[0]?.section : undefined;
        return section !== undefined && baseValue(section) >= needed;
      }) ?? keys.at(-1)!
    );
  }
  /** Metres that a lead to the machine has; the cable's own entered length comes first. */
  lengthM(cableId: string | undefined, where: 'cabinet' | 'machine'): number {
    const data = cableId ? this.design.parts[cableId]?.data : undefined;
    if (data?.class === 'cable' && data.length) return baseValue(data.length) / 1000;
    return where === 'cabinet' ? CABINET_M : this.fieldM;
  }

  /** Proposes a conductor; one of whose ends does not exist is left out. */
  add(wire: Wire, sheet?: Sheet): Proposal | undefined {
    const { from, to } = wire;
    if (!from || !to || (from.part === to.part && from.terminal === to.terminal)) return undefined;
    // Filled in where it is: a plan makes hundreds.
    const proposal = wire as Proposal;
    proposal.sheet = sheet ?? this.sheetOf(from, to);
    proposal.length ??= quantity(CABINET_M, 'm', 'estimate');
    this.proposals.push(proposal);
    return proposal;
  }

  /** Begins a cable. It is proposed once a first conductor has taken a core. */
  cable(id: string, name: string, library: string, where: 'cabinet' | 'machine'): CableInHand {
    const there = this.design.parts[id];
    const entered = there?.data.class === 'cable' ? there.data : undefined;
    const data = entered && there?.setup.cableChosen ? entered : libraryEntry(library)!.data;
    if (data.class !== 'cable') throw new Error(`${library} is no cable`);
    return {
      proposal: { id, name, library },
      cores: data.cores,
      used: new Set(),
      length: entered?.length ?? quantity(this.lengthM(id, where), 'm', 'estimate'),
      screened: data.screened,
    };
  }
  /** Proposes a conductor in a cable: it takes the core that is asked for, or the next free one. */
  addIn(cable: CableInHand, wire: Wire, core?: string, sheet?: Sheet): Proposal | undefined {
    const free = (c: { mark: string }): boolean => !cable.used.has(c.mark);
    const taken =
      cable.cores.find((c) => c.mark === core && free(c)) ?? cable.cores.find((c) => c.mark !== 'GNYE' && free(c));
    const proposal = this.add(wire, sheet);
    if (!proposal) return undefined;
    proposal.cable = cable.proposal.name;
    proposal.length = cable.length;
    if (taken) {
      proposal.core = taken.mark;
      if (taken.colour) proposal.colour = taken.colour;
      if (taken.section) proposal.section = taken.section;
      cable.used.add(taken.mark);
    }
    if (!this.cables.includes(cable.proposal)) this.cables.push(cable.proposal);
    return proposal;
  }
  /**
   * Lands a screen: signal cables at the cabinet end only, so that no current of the earth runs through it; motor
   * cables at both ends, all round, so that their noise stays inside.
   */
  land(cable: CableInHand, far?: TerminalRef, sheet?: Sheet): void {
    if (!cable.screened || !this.cables.includes(cable.proposal)) return;
    const { id, name } = cable.proposal;
    const of = sheet ?? this.proposals.find((p) => p.cable === name)?.sheet;
    this.add(
      {
        id: `${id}/screen-near`,
        from: at(id, 'screen-a'),
        to: this.earth('shield'),
        purpose: far
          ? `Shield of ${name}, all round on the clamp at the cabinet.`
          : `Shield of ${name}, at the cabinet end only.`,
      },
      of,
    );
    this.add(
      {
        id: `${id}/screen-far`,
        from: at(id, 'screen-b'),
        to: far,
        purpose: `Shield of ${name} on the frame at the far end: what the motor’s edges radiate stays inside.`,
      },
      of,
    );
  }
}
