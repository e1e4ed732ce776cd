import type { Design } from '../../machine/design';
import { planCircuit, planCommons } from './circuits';
import { drivesOf, firstWithRole, planDrive } from './drives';
import { assignInputs, inputElement } from './inputs';
import type { Plan, PlanGap, Proposal } from './proposal';
import { at } from './proposal';
import { colours, controlSection } from './rules';

/** The controller's own supply, and the 0 V link that lets field sensors act on inputs measured against the board. */
function planController(design: Design, plan: Plan): void {
  const controllerId = design.roles.controller;
  const controller = controllerId ? design.parts[controllerId] : undefined;
  if (!controllerId || !controller) return;
  const logicId = design.roles.logicSupply;
  const logic = logicId ? design.parts[logicId] : undefined;
  for (const pole of ['plus', 'minus'] as const) {
    const from = firstWithRole(logic, `supply-out-${pole}`);
    const to = firstWithRole(controller, `supply-${pole}`);
    if (logicId && from && to)
      plan.proposals.push({
        id: `controller/supply-${pole}`,
        from: at(logicId, from),
        to: at(controllerId, to),
        colour: pole === 'plus' ? colours.directCurrentPlus : colours.directCurrentMinus,
        section: controlSection,
        purpose: `Supply of the controller, ${pole === 'plus' ? '+' : '−'}.`,
      });
  }
  const fieldId = design.roles.fieldSupply;
  const fieldMinus = firstWithRole(fieldId ? design.parts[fieldId] : undefined, 'supply-out-minus');
  const ground = firstWithRole(controller, 'supply-out-minus');
  const sensorsOnBoardInputs = Object.entries(plan.inputs).some(
    ([id, input]) =>
      inputElement(controller, input.terminal)?.kind === 'level-input' &&
      design.circuits[id]?.devices.some((d) => design.parts[d]?.data.class === 'sensor'),
  );
  if (fieldId && fieldMinus && ground && sensorsOnBoardInputs && fieldId !== logicId)
    plan.proposals.push({
      id: 'controller/field-0v',
      from: at(fieldId, fieldMinus),
      to: at(controllerId, ground),
      colour: colours.control,
      section: controlSection,
      purpose: 'Joins the 0 V of the field supply and of the board, against which its inputs measure.',
    });
}

/** Proposes every conductor that follows from the parts and their roles. Pure: it looks at no existing conductor. */
export function planConductors(design: Design): Plan {
  const gaps: PlanGap[] = [];
  const proposals: Proposal[] = [];
  const plan: Plan = { proposals, gaps, inputs: assignInputs(design, gaps) };
  planController(design, plan);
  for (const drive of drivesOf(design)) planDrive(design, drive, proposals, gaps);
  planCommons(design, plan.inputs, proposals);
  for (const [id, input] of Object.entries(plan.inputs)) {
    const circuit = design.circuits[id];
    if (circuit) planCircuit(design, id, circuit, input, proposals, gaps);
  }
  return plan;
}
