import { choice, textOf } from '../../reading';
import { partsOf } from '../../subjects';
import type { BringUpTest } from '../../testKind';

/** What a control runs, and what it was set to, kept before anybody changes either. */
export const firmware: BringUpTest = {
  kind: 'firmware',
  version: 1,
  phase: 'supplies and logic',
  title: 'Firmware and what it is set to',
  purpose:
    'Flashing a control may take its settings along without a word. Version and settings are kept now, so that there is a way back.',
  minutes: 3,
  subjects: (m) =>
    partsOf(m, 'controller').filter((s) => {
      const { data } = m.design.parts[s.part!]!;
      return s.part === m.design.roles.controller && data.class === 'controller' && data.link !== 'parallel-port';
    }),
  after: () => ['logic', 'link'],
  dependsOn: (_, s) => [`parts.${s.part}.data.class`],
  steps: ({ design }) => [
    'Note the version that the control or its program shows.',
    design.nameSheet
      ? `Settings, “${design.nameSheet.name}”: paste all that it prints, and keep this reading.`
      : 'Save all its settings as a file, or write them down. With a name sheet, Settings keeps them and compares them.',
    'Flash it only if you have to, over a lead that holds. After it read the settings again: what moved is put back before anything turns.',
  ],
  fields: (_m, _s, so) => [
    { key: 'version', title: 'Version it shows', type: 'text' },
    choice('kept', 'Its settings as they are now', {
      logbook: 'kept on Settings',
      file: 'saved as a file',
      no: 'not kept yet',
    }),
    choice('flashed', 'The firmware', { no: 'is the one that it came with', yes: 'was flashed just now' }),
    ...(textOf(so, 'flashed') === 'yes'
      ? [
          choice('read', 'Settings after flashing', {
            same: 'read again: as before',
            put: 'put back',
            no: 'not read yet',
          }),
        ]
      : []),
  ],
  judge(r) {
    const says = [
      ...(textOf(r, 'kept') === 'no'
        ? ['Keep its settings first: after the next flashing nobody knows what they were.']
        : []),
      ...(textOf(r, 'read') === 'no'
        ? ['Read its settings again: a new firmware may begin with those of its maker, and limits that are off.']
        : []),
    ];
    return says.length
      ? { verdict: 'failed', says }
      : { verdict: 'passed', says: [`Version ${textOf(r, 'version')}, its settings are kept.`] };
  },
  rehearse: () => ({ version: 'as it came', kept: 'file', flashed: 'no' }),
};
