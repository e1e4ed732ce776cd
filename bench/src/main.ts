import {
  diagramFrames,
  editToFigures,
  firstDownload,
  heapGrowth,
  listFrames,
  pressToAnswer,
  scopedCss,
  sheetLayout,
  panelFrames,
  sliderFrames,
  stationChunks,
  stationOpening,
} from './browser';
import { logbook, pdf, staleness } from './bringup';
import { budgets, panelLayout } from './cabinet';
import { derivation, help, nameSheets, netsAndFindings, planning, torqueOfSixAxes } from './core';
import { evaluation, sweeps } from './faults';
import { fileWithHistory, largeFileInBrowser, savingFrames } from './largeFile';
import type { Figure } from './measure';
import { report } from './measure';
import { spindleSheet, threading } from './spindle';
import { hourOfRunning, longProgram, practicePage, simulation } from './practice';

type Measure = () => Figure | readonly Figure[] | Promise<Figure | readonly Figure[]>;

/** In the order in which they run, one browser at a time, so that nothing is measured beside something else. */
const measures: Record<string, Measure> = {
  derivation,
  planning,
  netsAndFindings,
  torqueOfSixAxes,
  help,
  nameSheets,
  budgets,
  panelLayout,
  spindleSheet,
  threading,
  simulation,
  hourOfRunning,
  longProgram,
  evaluation,
  sweeps,
  staleness,
  firstDownload,
  stationChunks,
  scopedCss,
  editToFigures,
  stationOpening,
  sliderFrames,
  panelFrames,
  sheetLayout,
  diagramFrames,
  listFrames,
  heapGrowth,
  pressToAnswer,
  largeFileInBrowser,
  fileWithHistory,
  savingFrames,
  practicePage,
  logbook,
  pdf,
};

// `npm run bench -- practicePage help` measures only these.
const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !(name in measures));
if (unknown.length) {
  console.error(`No measure is called ${unknown.join(', ')}. There are: ${Object.keys(measures).join(', ')}.`);
  process.exit(2);
}
for (const name of wanted.length ? wanted : Object.keys(measures)) report([await measures[name]!()].flat());
