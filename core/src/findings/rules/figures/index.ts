import type { Subject } from '../../finding';
import { figuresContradict } from './figuresContradict';
import { missingFigure } from './missingFigure';
import { overrideStands } from './overrideStands';
import { signContradicted } from './signContradicted';
import { torqueUnknown } from './torqueUnknown';
import { unitInDoubt } from './unitInDoubt';
import { usualValues } from './usualValues';

/** Figures that a person enters, and what is set by hand. */
export const figures: Subject = {
  title: 'Figures and settings',
  rules: [
    [missingFigure, 'a figure without which settings of an axis cannot be worked out'],
    [figuresContradict, 'two figures that cannot both be right, such as a root diameter above the outer one'],
    [unitInDoubt, 'a figure far outside what such a part has, and usual in another unit'],
    [usualValues, 'usual values used in place of figures that nobody entered'],
    [torqueUnknown, 'motor and driver chosen, and no torque available because a figure or a supply is missing'],
    [signContradicted, 'a polarity or direction set by hand against the evaluated circuit or the drive'],
    [overrideStands, 'every other setting by hand that differs from the worked-out one'],
  ],
};
