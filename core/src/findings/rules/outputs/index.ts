import type { Subject } from '../../finding';
import { coilBare } from './coilBare';
import { outputLevel } from './outputLevel';
import { outputOverload } from './outputOverload';
import { outputTwice } from './outputTwice';
import { outputsJoined } from './outputsJoined';
import { relayContact } from './relayContact';

/** What an output switches, and whether it can. */
export const outputs: Subject = {
  title: 'Outputs and loads',
  rules: [
    [outputTwice, 'two functions on one output'],
    [outputsJoined, 'two outputs on one net'],
    [outputLevel, 'voltage of an output against its load'],
    [outputOverload, 'current of a load against its output'],
    [relayContact, 'contact of a relay against voltage, kind of current and inrush of its load'],
    [coilBare, 'a coil without anything to take up its spark'],
  ],
};
