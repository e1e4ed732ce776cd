import { baseValue } from '../units/quantity';
import { printNumber } from '../units/print';
import type { CommandName, Handler } from './command';
import { refuse } from './command';

const shares = [
  ['motion', 'Axes move'],
  ['spindle', 'Spindle works at'],
] as const;

/** Edits of what the cabinet is worked out from. */
export const cabinet = {
  'set-duty': {
    title: (args) =>
      shares
        .flatMap(([key, label]) => {
          const share = args[key];
          if (share === undefined) return [];
          return [`${label}: ${share === null ? 'as usual' : `${printNumber(100 * baseValue(share), 3)} %`}`];
        })
        .join(', '),
    apply(args, draft) {
      for (const [key, label] of shares) {
        const share = args[key];
        if (share === undefined) continue;
        const value = share === null ? 0 : baseValue(share);
        if (!(value >= 0 && value <= 1))
          return refuse(`${label} ${printNumber(100 * value, 3)} %.`, `duty.${key}`, 'Enter 0 to 100 %.');
        const duty = (draft.duty ??= {});
        if (share === null) delete duty[key];
        else duty[key] = share;
      }
      if (draft.duty && !Object.keys(draft.duty).length) delete draft.duty;
    },
  } satisfies Handler<'set-duty'>,
} satisfies Partial<Record<CommandName, unknown>>;
