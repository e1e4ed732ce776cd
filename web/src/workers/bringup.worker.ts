import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import type { HiddenMachine } from '@nodaxis/core/bringup/rehearse/rehearsal';
import { rehearse } from '@nodaxis/core/bringup/rehearse/rehearsal';
import type { Readings } from '@nodaxis/core/bringup/testKind';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import type { Design } from '@nodaxis/core/machine/design';
import type { Derived } from '@nodaxis/core/units/derived';
import { missing } from '@nodaxis/core/units/derived';
import { expose } from 'comlink';

const bringup = {
  /** Takes the readings of one test on the simulated machine. To stop it, end the worker. */
  rehearse(design: Design, hidden: HiddenMachine, key: string, turn: number): Derived<Readings> {
    const figures = deriveFigures(design);
    const made = { design: figures.design, figures };
    const instance = instancesOf(made, tests).find((i) => i.key === key);
    return instance ? rehearse(instance, made, hidden, turn) : missing(key);
  },
};
export type BringUpWorker = typeof bringup;
expose(bringup);
