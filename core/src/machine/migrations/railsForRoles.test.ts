import { expect, it } from 'vitest';
import { railsForRoles } from './railsForRoles';

const patch = (op: string, path: string[], value?: unknown) => ({
  op,
  path,
  ...(value === undefined ? {} : { value }),
});
const board = { data: { class: 'input-board' } };

/** A file of version 3 in outline, and by hand what version 4 makes of it. */
const before = {
  version: 3,
  design: {
    stopSchool: 'motor-power',
    roles: {
      controller: 'k',
      inputBoard: 'b2',
      motorSupply: 't1',
      fieldSupply: 't2',
      logicSupply: 't2',
      mainsInlet: 'x',
      mainsFilter: 'r',
      mainSwitch: 'q',
      earthBar: 'pe',
      motorPlusStrip: 'mp',
      fieldZeroStrip: 'fz',
      stopContactor: 'c',
      toolHead: 'h',
    },
    parts: { a: {}, b1: board, k: {}, b2: board },
  },
  history: {
    snapshots: [{ number: 0, design: { datumSchool: 'at-switch', roles: { mainSwitch: 'q' } } }],
    revisions: [
      { number: 1, patches: [patch('add', ['parts', 'f'], 1), patch('add', ['roles', 'mainsBreaker'], 'f')] },
      {
        number: 2,
        patches: [patch('replace', ['limitSchool'], 'power-off'), patch('remove', ['roles', 'mainSwitch'])],
      },
      { number: 3, patches: [patch('replace', ['name'], 'Other')] },
    ],
  },
  journal: [
    {
      kind: 'record',
      dependedOn: {
        'roles.motorSupply': 't1',
        'roles.earthBar': 'pe',
        'roles.controller': 'k',
        stopSchool: 'motor-power',
        'parts.t1.data.class': 'supply',
      },
    },
    { kind: 'note', text: 'roles.motorSupply' },
  ],
};

it('what fed becomes rails, in the order of the mains; what a part does stays a role; boards keep their order', () => {
  const { design } = railsForRoles(before) as typeof before;
  expect(design).toEqual({
    stopStrategy: 'motor-power',
    roles: { controller: 'k', stopContactor: 'c' },
    rails: {
      mains: { inlet: 'x', devices: ['q', 'r'] },
      earth: 'pe',
      drives: { supply: 't1', plus: 'mp' },
      logic: { supply: 't2' },
      field: { supply: 't2', zero: 'fz' },
    },
    parts: { a: {}, b1: board, k: {}, b2: board },
  });
  expect(Object.keys(design.parts)).toEqual(['a', 'b2', 'b1', 'k']);
});

it('each revision leads from rails to rails, and leaves alone what is about neither', () => {
  expect((railsForRoles(before) as typeof before).history).toEqual({
    snapshots: [{ number: 0, design: { datumStrategy: 'at-switch', roles: {}, rails: { mains: { devices: ['q'] } } } }],
    revisions: [
      {
        number: 1,
        patches: [
          patch('add', ['parts', 'f'], 1),
          patch('replace', ['roles'], {}),
          patch('replace', ['rails'], { mains: { devices: ['q', 'f'] } }),
        ],
      },
      {
        number: 2,
        patches: [
          patch('replace', ['limitStrategy'], 'power-off'),
          patch('replace', ['roles'], {}),
          patch('replace', ['rails'], { mains: { devices: ['f'] } }),
        ],
      },
      { number: 3, patches: [patch('replace', ['name'], 'Other')] },
    ],
  });
});

it('what a result was built on keeps its value under its new path', () => {
  expect((railsForRoles(before) as typeof before).journal).toEqual([
    {
      kind: 'record',
      dependedOn: {
        'rails.drives.supply': 't1',
        'rails.earth': 'pe',
        'roles.controller': 'k',
        stopStrategy: 'motor-power',
        'parts.t1.data.class': 'supply',
      },
    },
    before.journal[1],
  ]);
});

it('reads whatever it is given, and leaves what it does not know for the schema to name', () => {
  const odd = { roles: { constructor: 'x', toString: 'y', pump: 'z' }, valueOf: 1 };
  expect((railsForRoles({ design: odd }) as { design: object }).design).toEqual({
    roles: { constructor: 'x', toString: 'y', pump: 'z' },
    rails: {},
    valueOf: 1,
  });
  const patches = [patch('replace', ['constructor', 'a'], 1), null, { path: 7 }, patch('replace', ['roles'], null)];
  const history = { snapshots: [null, { number: 'one', design: {} }], revisions: [null, { number: 1, patches }] };
  const read = railsForRoles({ history, journal: [null, { dependedOn: { constructor: 1, 'roles.toString': 2 } }] });
  expect(read).toEqual({
    history: { ...history, revisions: [null, { number: 1, patches: [...patches.slice(0, 3), ...emptied] }] },
    journal: [null, { dependedOn: { constructor: 1, 'roles.toString': 2 } }],
  });
  for (const raw of [{}, { design: 3, history: [], journal: 'x' }, { history: { snapshots: 1, revisions: 2 } }])
    expect(railsForRoles(raw)).toEqual(raw);
});
const emptied = [patch('replace', ['roles'], {}), patch('replace', ['rails'], {})];
