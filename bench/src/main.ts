import { editToFigures, firstDownload } from './browser';
import { derivation, simulation } from './core';
import { report } from './measure';

report([firstDownload(), await editToFigures(), derivation(), simulation()]);
