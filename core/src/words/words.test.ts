import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { glossary } from './glossary';
import { retiredIn } from './retired';
import { inTerms, searchTerms, termOf } from './terms';

describe('the glossary', () => {
  it('has each term, name and form once, and no link that leads nowhere', () => {
    const names = glossary.flatMap((t) => [t.name, ...(t.forms ?? [])].map((n) => n.toLowerCase()));
    expect(new Set(names).size).toBe(names.length);
    expect(new Set(glossary.map((t) => t.id)).size).toBe(glossary.length);
    for (const t of glossary) for (const s of t.see ?? []) expect(termOf(s), `${t.id} → ${s}`).toBeDefined();
  });

  it('explains each in one or two sentences that use no retired word and not its own name alone', () => {
    for (const t of glossary) {
      expect(retiredIn(`${t.name}. ${t.meaning}`), t.id).toEqual([]);
      expect(t.meaning.match(/[^.!?]+[.!?](?=\s|$)/g)!.length, t.id).toBeLessThanOrEqual(3);
      expect(t.meaning).toMatch(/\.$/);
    }
  });

  it.each([
    ['homing', 'reference-run'],
    ['home', 'datum'],
    ['soft limits', 'envelope'],
    ['jog', 'moving-by-hand'],
    ['e-stop', 'stop-input'],
    ['pump', 'coolant'],
    ['inverter', 'spindle-drive'],
    ['steps per mm', 'steps-per-mm'],
    ['debounce', 'filter'],
    ['ground', 'protective-earth'],
  ])('"%s", as it is said every day, finds %s', (everyday, id) =>
    expect(
      searchTerms(everyday)
        .slice(0, 3)
        .map((t) => t.id),
    ).toContain(id),
  );
});

describe('terms in a text', () => {
  it('are marked once each, the longest name first, in the words of the text', () => {
    const marked = inTerms(
      'The stop chain opens; the Back-off ends at the trip point. A stop chain again, and a trip.',
    );
    expect(marked.flatMap((p) => (p.term ? [[p.text, p.term.id]] : []))).toEqual([
      ['stop chain', 'stop-chain'],
      ['Back-off', 'back-off'],
      ['trip point', 'trip-point'],
      ['trip', 'trip'],
    ]);
  });
  it('are no parts of longer words', () =>
    expect(inTerms('Tripod, hardcore, micro-network').every((p) => !p.term)).toBe(true));
  it('joined, the pieces are the text again', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('datum', ' ', 'Net', '-', 'back-off', 'é', '.')), (parts) => {
        const text = parts.join('');
        expect(
          inTerms(text)
            .map((p) => p.text)
            .join(''),
        ).toBe(text);
      }),
    ));
});

it('a retired word is found in any case and across a line break, and not inside another word', () => {
  expect(retiredIn('Begin\n  anew')).toHaveLength(1);
  expect(retiredIn('Lost motion of X')).toEqual(['"Lost motion": say backlash']);
  expect(retiredIn('We recommend the fenceless amendment; a bearing stands by.')).toEqual([]);
});
