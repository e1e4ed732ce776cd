import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import { planCircuit, planCommons } from './circuits';
import { planDrive } from './drives';
import { drivesOf } from './plannedDrives';
import { planServoSpindle, planSpindleEncoder } from './encoders';
import { assignInputs, inputElement } from './inputs';
import { lengthsByLayout } from './lengths';
import { divideCables, meetAsFound } from './joints';
import { assignOutputs, outputElement, planOutputs } from './outputs';
import { Planning } from './planning';
import { planEarth, planMains, planMainsStrips } from './mains';
import { planPendant } from './pendant';
import { planControl, planDistribution, planOtherFeeds } from './power';
import type { Plan } from './proposal';
import { planSpindle } from './spindle';
import { planStopChain } from './stopChain';

/** Whether the field supply and the board have to share their 0 V: sensors on its own inputs, or outputs that it feeds. */
function fieldMeetsBoard(design: Design, plan: Pick<Plan, 'inputs' | 'outputs'>): boolean {
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  return (
    Object.entries(plan.inputs).some(
      ([id, input]) =>
        inputElement(design.parts[input.part], input.terminal)?.kind === 'level-input' &&
        design.circuits[id]?.devices.some((d) => design.parts[d]?.data.class === 'sensor'),
    ) ||
    Object.values(plan.outputs).some(
      (t) => t.part === design.roles.controller && outputElement(controller, t.terminal)?.plus === 'out-supply',
    )
  );
}

/**
 * Proposes every conductor that follows from the parts and their roles, and the cables that hold them. Of the conductors that
 * exist it looks only at those that were found on the machine: they are facts, like its parts.
 */
export function planConductors(design: Design): Plan {
  const p = new Planning(design);
  const inputs = assignInputs(design, p.gaps);
  const outputs = assignOutputs(design, p.gaps);
  planMains(p);
  planMainsStrips(p);
  planEarth(p);
  planDistribution(p);
  planControl(p, fieldMeetsBoard(design, { inputs, outputs }));
  for (const drive of drivesOf(design)) planDrive(p, drive);
  planCommons(p, inputs);
  for (const [id, input] of Object.entries(inputs)) {
    const circuit = design.circuits[id];
    if (circuit) planCircuit(p, id, circuit, input);
  }
  planPendant(p, inputs);
  planOutputs(p, outputs);
  planStopChain(p);
  planSpindle(p, outputs);
  planServoSpindle(p);
  planSpindleEncoder(p);
  planOtherFeeds(p);
  meetAsFound(p);
  divideCables(p);
  lengthsByLayout(p);
  return { proposals: p.proposals, cables: p.cables, gaps: p.gaps, inputs, outputs };
}

/** What of a plan is on the machine, where heads lie on the bench: the contacts and inputs stay those of the whole plan. */
export function planOn(plan: Plan, on: Design): Plan {
  const has = (t: TerminalRef) => on.parts[t.part] !== undefined;
  return {
    proposals: plan.proposals.filter((p) => has(p.from) && has(p.to)),
    cables: plan.cables,
    gaps: plan.gaps.filter(({ field }) => {
      const [table, id] = field.split('.') as [string, string | undefined];
      return (
        id === undefined ||
        (table !== 'parts' && table !== 'circuits' && table !== 'outputs') ||
        Object.hasOwn(on[table], id)
      );
    }),
    inputs: onlyOf(plan.inputs, on.circuits),
    outputs: onlyOf(plan.outputs, on.outputs),
  };
}
const onlyOf = <T>(table: Readonly<Record<string, T>>, items: object): Record<string, T> =>
  Object.fromEntries(Object.entries(table).filter(([id]) => Object.hasOwn(items, id)));
