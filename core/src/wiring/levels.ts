/** Level of a net in switch-level logic. `conflict`: two equally strong parts disagree. */
export type Level = 'low' | 'high' | 'floating' | 'conflict';

/** How firmly a net is held; the stronger one wins. Leakage is kept for two-wire sensors. */
export const strength = { none: 0, leakage: 1, resistor: 2, output: 3, supply: 4 } as const;
export type Strength = (typeof strength)[keyof typeof strength];

/** What a controller input makes of its net. `uncertain`: floating or contested. */
export type Reading = 'high' | 'low' | 'uncertain';
