/**
 * Words and turns that no text of the program uses, with what it says instead. Each pattern stands between word boundaries
 * and ignores case.
 */
export const retired: readonly { not: RegExp; but: string }[] = [
  [String.raw`schools?`, 'strategy, option, way'],
  [String.raw`fences?`, 'speed limit'],
  [String.raw`mend(?:s|ed|ing)?`, 'fix, correct, repair'],
  [
    String.raw`bears? (?:\d|on |at most)|further than it bears|that \w+ bears|(?:motor|contact|lead|cable|board) bears`,
    'is rated for, withstands',
  ],
  [
    String.raw`(?:axis|axes|switch|carriage|contact|gantry|value|figure|it|selector|which) stands?(?! by)`,
    'is, shows, appears',
  ],
  [String.raw`stands (?:here|there|open|written|ready|alike|crooked|ahead|on its)`, 'is, appears'],
  [String.raw`slips? of the pen|is a slip`, 'typing error, mistake'],
  [String.raw`lost motion`, 'backlash'],
  [String.raw`(?:begin|begins|begun|set|planned|worked out|measured|crimped|tuned|wired) anew|anew`, 'restart, again'],
  [String.raw`tell one again|(?:story|what) was told|(?:is|are|was|were) not told`, 'replay; commanded, reported'],
  [String.raw`(?:control|controller) (?:is|must be|was) told|tells? the control(?:ler)?`, 'report to the control'],
  [String.raw`in space`, '3-D view'],
  [String.raw`ticks? (?:it |them |this )?on`, 'advance its state'],
  [String.raw`dear(?:er|est)?`, 'expensive'],
  [String.raw`reckoned`, 'calculated'],
  [String.raw`makes both content|cured?|cures|falls? silent`, 'satisfied, fixed, no longer fires'],
  [String.raw`screened|unscreened|screens? of (?:a|the|its) (?:cable|lead)|cable screens?`, 'shield, shielded'],
  [String.raw`torque there is|torque needed`, 'available torque, required torque'],
  [String.raw`try a bus of`, 'try a supply of'],
  [String.raw`(?:do|take) it(?= *$)`, 'Apply'],
  [String.raw`ahead of its turn`, 'before its turn'],
  [String.raw`(?:is|are) printed (?:on|at|wrongly|otherwise)|the print on`, 'label'],
  [String.raw`governs,? then|then governs`, 'limited by, then by'],
  [String.raw`hold the override`, 'override the limit'],
].map(([not, but]) => ({ not: new RegExp(String.raw`(?<![\w-])(?:${not})(?![\w-])`, 'i'), but: but! }));

/** The retired words that occur in a text, each with what to say instead. */
export const retiredIn = (text: string): string[] =>
  retired.flatMap(({ not, but }) => {
    const hit = not.exec(text.replace(/\s+/g, ' '));
    return hit ? [`"${hit[0]}": say ${but}`] : [];
  });
