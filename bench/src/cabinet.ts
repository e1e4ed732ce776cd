import { guardsOf, leakagesOf } from '@nodaxis/core/advice/protection';
import { applyCommand } from '@nodaxis/core/commands/apply';
import { warmthOf } from '@nodaxis/core/cabinet/warmth';
import { createDeriver } from '@nodaxis/core/derivation/figures';
import { outlineOf, type Branch } from '@nodaxis/core/distribution/outline';
import type { Command } from '@nodaxis/core/commands/command';
import { newMachineFile, type MachineFile } from '@nodaxis/core/machine/file';
import { partsOn } from '@nodaxis/core/panel/plate';
import { laidOut, layOutCommand } from '@nodaxis/core/wiring/laidOut';
import { branchFigures } from '@nodaxis/core/power/branches';
import { quantity } from '@nodaxis/core/units/quantity';
import { largeMachine } from './largeMachine';
import type { Figure } from './measure';
import { quantile, time } from './measure';

const NOW = '2026-01-01T00:00:00.000Z';
const PARTS = 60;
/** A plate of sixty parts laid out by rules, ducts and what lies in them included. */
export function panelLayout(): Figure {
  const { design } = crowdedPanel(PARTS);
  const { wires } = createDeriver()(design);
  const parts = partsOn(design, 'box-1').length;
  const runs = time(20, () => void laidOut(design, wires, 'box-1'));
  return {
    name: `a plate of ${parts} parts laid out, p95 (median ${quantile(runs, 0.5).toFixed(1)})`,
    value: quantile(runs, 0.95),
    unit: 'ms',
    bound: 1500,
    most: true,
  };
}

/** A machine with so many parts in one box, laid out. */
export function crowdedPanel(parts: number): MachineFile {
  let file = newMachineFile(largeMachine(), 'large', NOW);
  const run = (command: Command) => {
    const r = applyCommand(file, command, NOW);
    if (!r.ok) throw new Error(r.error.map((f) => f.what).join('; '));
    file = { ...r.value.file, history: file.history };
  };
  const mm = (n: number) => quantity(n, 'mm');
  run({ name: 'add-enclosure', args: { name: 'Cabinet' } });
  run({
    name: 'set-enclosure',
    args: { enclosure: 'box-1', set: { width: mm(4000), height: mm(3000), depth: mm(300) } },
  });
  while (partsOn(file.design, 'box-1').length < parts) run({ name: 'add-part', args: { library: 'supply-marl-12' } });
  const { wires } = createDeriver()(file.design);
  run(layOutCommand(file.design, 'box-1', laidOut(file.design, wires, 'box-1')));
  return file;
}

/** An edit of the duty, and every budget of the cabinet after it: all branches, breakers, leakages, one box. */
export function budgets(): Figure {
  const boxed = applyCommand(
    newMachineFile(largeMachine(), 'bench', NOW),
    { name: 'add-enclosure', args: { name: 'Cabinet' } },
    NOW,
  );
  if (!boxed.ok) throw new Error('no enclosure');
  let { file } = boxed.value;
  const derive = createDeriver();
  let share = 0;
  const runs = time(60, () => {
    share = (share + 1) % 100;
    const edit = applyCommand(file, { name: 'set-duty', args: { motion: quantity(share, '%') } }, NOW);
    if (!edit.ok) throw new Error('no duty');
    file = { ...edit.value.file, history: file.history };
    const figures = derive(file.design);
    const of = branchFigures(figures, 'cutting');
    const walk = (b: Branch): void => {
      of(b);
      b.branches.forEach(walk);
    };
    outlineOf(figures.design).roots.forEach(walk);
    guardsOf(figures);
    leakagesOf(figures);
    warmthOf(figures, 'box-1', 'in-use');
  });
  return {
    name: `an edit and all budgets of the cabinet, 8 axes, p95 (median ${quantile(runs, 0.5).toFixed(1)})`,
    value: quantile(runs, 0.95),
    unit: 'ms',
    bound: 32,
    most: true,
  };
}
