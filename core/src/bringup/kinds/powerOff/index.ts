import type { BringUpTest } from '../../testKind';
import { coils } from './coils';
import { couplings } from './couplings';
import { earth } from './earth';
import { labels } from './labels';
import { seating } from './seating';
import { shorts } from './shorts';
import { switchContact } from './switchContact';

/** Before power: what eyes, a meter and a continuity tester find. */
export const powerOff: readonly BringUpTest[] = [labels, switchContact, seating, earth, shorts, coils, couplings];
