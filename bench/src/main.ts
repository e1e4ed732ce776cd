import {
  diagramFrames,
  editToFigures,
  firstDownload,
  heapGrowth,
  listFrames,
  pressToAnswer,
  sheetLayout,
  sliderFrames,
} from './browser';
import { derivation, help, netsAndFindings, planning, torqueOfSixAxes } from './core';
import { evaluation, sweeps } from './faults';
import { report } from './measure';
import { hourOfRunning, longProgram, practicePage, simulation } from './practice';

// The core goes first: a browser on the same two cores would be measured with it.
const core = [
  derivation(),
  planning(),
  netsAndFindings(),
  torqueOfSixAxes(),
  help(),
  ...simulation(),
  hourOfRunning(),
  longProgram(),
  ...evaluation(),
  ...sweeps(),
];
report([
  firstDownload(),
  await editToFigures(),
  await sliderFrames(),
  await sheetLayout(),
  await diagramFrames(),
  await listFrames(),
  await heapGrowth(),
  await pressToAnswer(),
  ...(await practicePage()),
  ...core,
]);
