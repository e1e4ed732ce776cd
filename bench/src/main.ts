import { editToFigures, firstDownload } from './browser';
import { derivation, simulation } from './core';
import { report } from './measure';

// The core goes first: a browser on the same two cores would be measured with it.
const core = [derivation(), simulation()];
report([firstDownload(), await editToFigures(), ...core]);
