import type { ColourCode } from '../../machine/connections';
import type { TerminalRef } from '../../machine/ids';
import type { Quantity } from '../../units/quantity';
import type { Sheet } from '../sheets';

/** One conductor that the planner asks for. The id derives from its role, so the next plan finds it again. */
export interface Proposal {
  id: string;
  from: TerminalRef;
  to: TerminalRef;
  colour?: ColourCode;
  section?: Quantity;
  length?: Quantity;
  cable?: string;
  core?: string;
  purpose: string;
  sheet: Sheet;
}

/** A cable that holds several conductors; it becomes a part of the machine, since its screen has ends to land. */
export interface CableProposal {
  /** Id of the part that it becomes. */
  id: string;
  /** The name by which conductors refer to it. */
  name: string;
  library: string;
}

/** Something the planner could not place, with the field that would fix it. */
export interface PlanGap {
  what: string;
  /** Path of the field that fixes it. */
  field: string;
}

export interface Plan {
  proposals: Proposal[];
  cables: CableProposal[];
  gaps: PlanGap[];
  /** The input terminal of each circuit, chosen by hand or by the planner. */
  inputs: Readonly<Record<string, TerminalRef>>;
  /** The output terminal of each output circuit that needs one. */
  outputs: Readonly<Record<string, TerminalRef>>;
}

export const at = (part: string, terminal: string): TerminalRef => ({ part, terminal });
