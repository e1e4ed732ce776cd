import type { Sheet } from '@nodaxis/core/wiring/sheets';

/** What the sheets of the diagram are called. */
export const sheetNames: Record<Sheet, string> = {
  mains: 'Mains',
  'motor-power': 'Motor power',
  signals: 'Signals',
  inputs: 'Inputs',
  outputs: 'Outputs',
  'stop-chain': 'Stop chain',
  spindle: 'Spindle',
};
