import { printNumber } from '../units/print';

/** A number as a program has it: plain ASCII, seven digits. */
export const programNumber = (v: number): string => printNumber(v, 7).replace(/\s/g, '').replace('−', '-');
