/** How many tool offsets a control keeps. */
export const TOOL_OFFSETS = 16;

/**
 * The two-part tool word of a lathe after ISO 6983: of up to four digits the last two are the offset, those before them the tool. T0302
 * is tool 3 with offset 2, T0300 the same tool without an offset; one or two digits alone name a tool and take its offset away.
 */
export function readToolWord(value: number): { tool: number; offset: number } {
  return value < 100 ? { tool: value, offset: 0 } : { tool: Math.floor(value / 100), offset: value % 100 };
}
