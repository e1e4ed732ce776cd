import type { Display } from '../../units/print';
import { printNumber, showValue } from '../../units/print';
import { groovesOf, type ThreadPass } from './threadRecord';

/** A lead that is off by more than this share is another lead, not a little error. */
const SAME_LEAD = 0.002;
/** Less nobody measures, mm. */
const LEAST_TOLD = 0.001;

export interface ThreadVerdict {
  good: boolean;
  says: string[];
}

const numbers = (passes: readonly number[]): string => passes.map((i) => i + 1).join(', ');

/** What the passes of a thread have come to, in words: one groove or several, the lead, and from where on it is in step. */
export function tellThread(passes: readonly ThreadPass[], display: Display): ThreadVerdict | undefined {
  const found = groovesOf(passes);
  const [first] = passes;
  if (!found || !first) return undefined;
  const mm = (v: number, digits = 4) => showValue(v, 'length', display, digits);
  const says: string[] = [];
  const one = found.grooves.length === 1;
  if (passes.length === 1) says.push('One pass so far. The next one shows whether it meets the same groove.');
  else if (one)
    says.push(
      `${passes.length} passes, all in one groove: ${found.spreadMm < LEAST_TOLD ? `less than ${mm(LEAST_TOLD)}` : `at most ${mm(found.spreadMm, 2)}`} apart.`,
    );
  else
    says.push(
      `${passes.length} passes lie in ${found.grooves.length} grooves: ${found.grooves.map((g) => numbers(g.passes)).join('; ')}. They cut through each other, unless the thread has that many starts.`,
      'Look for an index that comes more than once a turn of the spindle, a pass that begins elsewhere along the work, or a spindle that was given another speed.',
    );
  const off = passes.find((p) => Math.abs(p.cutLead / p.lead - 1) > SAME_LEAD);
  if (off)
    says.push(
      `The lead came out as ${mm(off.cutLead)}, not ${mm(off.lead)}: the control counts ${printNumber(off.cutLead / off.lead, 3)} turns for one of the spindle. Look at the lines in its settings, the divider, the pulleys, and whether its counter can follow.`,
    );
  const runIn = Math.max(...passes.map((p) => Math.abs(p.inStep[0] - p.begins)));
  const runOut = Math.max(...passes.map((p) => Math.abs(p.ends - p.inStep[1])));
  says.push(`In step from ${mm(runIn, 3)} behind the beginning on, and out of step over the last ${mm(runOut, 3)}.`);
  return { good: one && !off, says };
}
