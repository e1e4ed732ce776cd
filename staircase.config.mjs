/**
 * The staircase: which folder of core may stand on which. An import that is not listed here fails the linter.
 * Inside `motion`, the controller and the plant are listed on their own, since neither may see the other's data.
 */
export const staircase = {
  units: [],
  machine: ['units'],
  words: ['machine'],
  panel: ['units', 'machine'],
  distribution: ['units', 'machine'],
  drivetrain: ['units', 'machine', 'distribution'],
  electrics: [],
  diagnosis: ['machine', 'wiring', 'faults'],
  spindle: ['units', 'machine', 'distribution'],
  power: ['units', 'machine', 'distribution', 'drivetrain'],
  cabinet: ['units', 'machine', 'distribution', 'drivetrain', 'power'],
  wiring: ['units', 'machine', 'panel', 'distribution', 'drivetrain', 'electrics'],
  switches: ['units', 'machine', 'distribution', 'wiring'],
  faults: ['units', 'machine', 'distribution', 'drivetrain', 'wiring', 'switches'],
  settings: ['units', 'machine', 'distribution', 'drivetrain', 'spindle', 'wiring', 'switches'],
  commands: ['units', 'machine', 'panel', 'distribution', 'wiring'],
  dialects: ['units', 'machine', 'settings', 'commands'],
  derivation: ['units', 'machine', 'panel', 'distribution', 'drivetrain', 'wiring', 'switches', 'faults', 'settings'],
  findings: [
    'units',
    'machine',
    'distribution',
    'drivetrain',
    'electrics',
    'power',
    'cabinet',
    'panel',
    'spindle',
    'wiring',
    'switches',
    'faults',
    'settings',
    'commands',
    'derivation',
  ],
  advice: [
    'units',
    'machine',
    'distribution',
    'drivetrain',
    'electrics',
    'power',
    'wiring',
    'switches',
    'faults',
    'commands',
    'derivation',
    'findings',
  ],
  formats: ['units', 'machine', 'panel', 'commands', 'wiring', 'settings'],
  program: ['units'],
  samples: ['units', 'machine', 'commands'],
  'motion/profile': [],
  'motion/controller': ['units', 'settings', 'program', 'motion/hand'],
  'motion/plant': ['units', 'machine', 'distribution', 'drivetrain', 'switches'],
  'motion/hand': [],
  'motion/truth': ['units', 'machine', 'distribution', 'wiring', 'motion/plant'],
  'motion/simulation': [
    'units',
    'machine',
    'spindle',
    'wiring',
    'faults',
    'settings',
    'program',
    'motion/hand',
    'motion/truth',
    'motion/controller',
    'motion/plant',
  ],
  logbook: ['units', 'machine', 'settings'],
  bringup: [
    'logbook',
    'dialects',
    'units',
    'machine',
    'distribution',
    'drivetrain',
    'wiring',
    'switches',
    'settings',
    'commands',
    'derivation',
    'program',
    'motion/truth',
    'motion/plant',
    'motion/simulation',
  ],
  reports: ['units', 'machine', 'wiring', 'settings', 'derivation', 'findings', 'logbook', 'dialects', 'bringup'],
  drills: ['units', 'machine', 'motion/truth', 'motion/controller', 'motion/plant', 'motion/simulation'],
};

/**
 * The same for the page: the kit at the foot, then what is kept, then what is seen in several places, and the stations. No
 * station stands on another, and only the shell knows them all.
 */
export const webStaircase = {
  ui: [],
  words: [],
  workers: [],
  document: ['workers'],
  widgets: ['ui', 'document'],
  trial: ['ui', 'workers', 'document', 'widgets'],
  stations: ['ui', 'workers', 'document', 'widgets', 'trial'],
  library: ['ui', 'document', 'widgets'],
  shelf: ['ui', 'workers', 'document', 'widgets', 'stations', 'words'],
  kept: ['ui', 'document', 'widgets'],
  recovery: ['document', 'workers'],
};
const rooms = [
  'binder',
  'bringup',
  'cabinet',
  'drives',
  'machine',
  'practice',
  'settings',
  'spindle',
  'switches',
  'wiring',
];

const folders = Object.keys(staircase);
const refuse = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const webFolders = [...Object.keys(webStaircase), 'app'];

/** The same of the page. A folder is told by the way up to it, so that one of the same name elsewhere is none. */
export const webStaircaseBlocks = [
  ...Object.keys(webStaircase).map((folder) => ({
    files: [`web/src/${folder}/**/*.{ts,vue}`],
    ignores: ['**/*.test.ts', '**/tests/**'],
    rules: refuse(
      webFolders
        .filter((other) => other !== folder && !webStaircase[folder].includes(other))
        .map((other) => ({
          regex: `^(\\.\\./)+${other}/`,
          message: `web/src/${folder} may not stand on ${other}: see staircase.config.mjs.`,
        })),
    ),
  })),
  ...rooms.map((room) => ({
    files: [`web/src/stations/${room}/**/*.{ts,vue}`],
    ignores: ['**/*.test.ts'],
    rules: refuse([
      ...['app', 'shelf', 'library', 'kept', 'recovery', 'words'].map((other) => ({
        regex: `^(\\.\\./)+${other}/`,
        message: `A station may not stand on ${other}: see staircase.config.mjs.`,
      })),
      ...rooms
        .filter((other) => other !== room)
        .map((other) => ({
          regex: `^(\\.\\./)+${other}/`,
          message: `No station stands on another: what both need belongs to widgets or trial.`,
        })),
    ]),
  })),
];

/** ESLint blocks, one for each folder of core, that forbid every import the staircase does not list. */
export const staircaseBlocks = folders.map((folder) => ({
  files: [`core/src/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts', '**/testing/**', '**/tests/**'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...folders
            .filter((other) => other !== folder && !staircase[folder].includes(other))
            .map((other) => ({
              regex: `(^|/)${other.replace('motion/', folder.startsWith('motion/') ? '' : 'motion/')}/`,
              message: `core/${folder} may not stand on core/${other}: see staircase.config.mjs.`,
            })),
          {
            regex: '^(vue|pinia|element-plus|node:|@nodaxis/)',
            message: 'core has no interface and no input or output.',
          },
        ],
      },
    ],
  },
}));
