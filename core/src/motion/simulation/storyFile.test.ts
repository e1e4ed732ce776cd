import { expect, it } from 'vitest';
import { readStory, writeStory } from './storyFile';

const story = {
  machine: 'Dunnock',
  seed: 4,
  drill: undefined,
  faults: [{ kind: 'backlash', axis: 'x', by: 0.2 } as const],
  entries: [
    { step: 3, act: { type: 'power', on: true } as const },
    { step: 9, text: 'G0 X1', from: undefined },
  ],
  steps: 40,
};

it('a story comes back as it was written', () => {
  const read = readStory(writeStory(story));
  expect(read.ok && JSON.parse(JSON.stringify(read.value))).toMatchObject(JSON.parse(JSON.stringify(story)) as object);
});
it.each([
  ['no JSON', 'nonsense', /cannot be read/],
  ['another file', '{"format":"else"}', /no story/],
  ['another engine', writeStory(story).replace(/"engine":\d+/, '"engine":0'), /another version/],
  ['steps that run backwards', writeStory({ ...story, entries: [...story.entries].reverse() }), /backwards/],
])('%s is refused with a reason', (_name, text, reason) => {
  const read = readStory(text);
  expect(read.ok ? '' : read.error[0]!.what).toMatch(reason);
});
