import type { ColourCode } from '../../machine/connections';
import type { TerminalRef } from '../../machine/ids';
import type { Quantity } from '../../units/quantity';

/** One conductor that the planner asks for. The id derives from its role, so the next plan finds it again. */
export interface Proposal {
  id: string;
  from: TerminalRef;
  to: TerminalRef;
  colour: ColourCode;
  section: Quantity;
  cable?: string;
  core?: string;
  purpose: string;
}

/** Something the planner could not place, with the field that would mend it. */
export interface PlanGap {
  what: string;
  /** Path of the field that mends it. */
  field: string;
}

export interface Plan {
  proposals: Proposal[];
  gaps: PlanGap[];
  /** The input terminal of each circuit, chosen by hand or by the planner. */
  inputs: Readonly<Record<string, TerminalRef>>;
}

export const at = (part: string, terminal: string): TerminalRef => ({ part, terminal });
