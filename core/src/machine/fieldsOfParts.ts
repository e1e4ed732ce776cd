import type { Definition } from './fieldKinds';
import { choice, field, position, q } from './fieldKinds';

const contactForms = { NO: 'normally open', NC: 'normally closed' };

/** Fields of parts, of their roles and of input circuits, by path with ids as `*`. */
export const fieldsOfParts: Record<string, Definition> = {
  'parts.*.setup.stepsPerRevolution': field(
    'drives',
    'Steps per revolution',
    { type: 'integer', min: 1, max: 10_000_000 },
    'As set on the driver: full steps times micro-steps, or the command pulses of a servo. 1/16 can be typed as well.',
    'microstepping microsteps pulses per revolution 1/16',
  ),
  'parts.*.setup.peakCurrent': {
    ...field(
      'drives',
      'Peak current',
      q('current'),
      'As set on the driver. Peak is √2 times RMS: look which one its table means.',
      'motor current',
    ),
    bounds: [0.05, 100],
  },
  'parts.*.setup.idleCurrent': {
    ...field('drives', 'Idle current', q('ratio'), 'Share of the current at rest.'),
    bounds: [0, 1],
  },
  'parts.*.setup.commandFormat': field(
    'drives',
    'Command',
    choice({
      'pulse-and-direction': 'pulse and direction',
      'two-pulse-trains': 'two pulse trains',
      fieldbus: 'over a fieldbus',
      quadrature: 'quadrature',
    }),
    'The form of the step command; both sides must agree.',
  ),
  'parts.*.setup.contactUsed': field(
    'switches',
    'Contact',
    choice(contactForms),
    'Normally closed: opens when pressed, and a broken wire looks like a press. Normally open: closes when pressed, and hides a broken wire.',
    'NO NC normally open normally closed',
  ),
  'parts.*.mount.tripFromStop': {
    ...field(
      'switches',
      'Trip point to hard stop',
      position,
      'How far the axis can still go after the switch has tripped.',
      'over-travel',
    ),
    bounds: [-500, 5000],
  },
  'parts.*.data.winding': field(
    'drives',
    'Coils connected',
    choice({ 'as-supplied': 'as supplied', series: 'in series', parallel: 'in parallel', half: 'one half' }),
    'Eight leads leave the choice: parallel keeps torque at speed, series needs less current.',
    'winding bipolar',
  ),
  'circuits.*.function': field(
    'switches',
    'Function',
    choice({
      limit: 'limit',
      reference: 'reference',
      'limit-and-reference': 'limit and reference',
      probe: 'probe',
      stop: 'stop',
      door: 'door',
      pause: 'pause',
      start: 'start',
      alarm: 'alarm',
      index: 'index pulse',
      position: 'position, which the program reads',
    }),
    'What the control does when this input is tripped.',
  ),
  'circuits.*.feed': field(
    'switches',
    'Switches to',
    choice({ '0V': '0 V', plus: '+' }),
    'A contact on the fused + side shows a wire chafed to the frame; one to a bonded 0 V hides it.',
    'sinking sourcing',
  ),
  'circuits.*.arrangement': field(
    'switches',
    'Several in',
    choice({ series: 'series (a loop)', parallel: 'parallel' }),
    'Normally closed contacts belong in series, normally open ones in parallel.',
  ),
  'circuits.*.filter': {
    ...field('switches', 'Filter', q('time'), 'How long a level must last before the control takes it.', 'debounce'),
    bounds: [0, 10],
    whenEmpty: '0',
  },
  'circuits.*.filterResistance': {
    ...field(
      'switches',
      'Filter resistor',
      q('resistance'),
      'In front of the input: through it the capacitor fills.',
      'RC low pass',
    ),
    bounds: [0, 10e6],
    whenEmpty: 'none',
  },
  'circuits.*.filterCapacitance': {
    ...field('switches', 'Filter capacitor', q('capacitance'), 'From the input to 0 V.', 'RC low pass'),
    bounds: [0, 100_000],
    whenEmpty: 'none',
  },
  'circuits.*.dischargeResistance': {
    ...field(
      'switches',
      'Resistor at the contact',
      q('resistance'),
      'In series with a contact that empties the capacitor: without it the contact pits.',
    ),
    bounds: [0, 10e6],
    whenEmpty: 'none',
  },
  'circuits.*.cutsOnly': field(
    'switches',
    'Cuts only',
    { type: 'flag' },
    'The button cuts power and uses no input: the control does not know.',
  ),
  dailyChecks: field(
    'switches',
    'Tried by hand at every power-on',
    { type: 'text' },
    'Before anything moves: press each, see its lamp, let it go.',
  ),
  'parts.*.mount.approach': field(
    'switches',
    'Target comes',
    choice({ across: 'across the face', 'head-on': 'straight at it' }),
    'Past the face, the target cannot hit the sensor, and the gap stays what was set.',
  ),
  'parts.*.mount.pole': field(
    'switches',
    'Magnet shows',
    choice({ south: 'its south pole', north: 'its north pole' }),
    'The pole that faces the sensor: a Hall sensor for one pole is blind to the other.',
  ),
  'roles.controller': field('machine', 'Controller', { type: 'text' }, 'What plans the motion and makes the pulses.'),
  'rails.drives.supply': field('machine', 'Motor supply', { type: 'text' }, 'Feeds the drivers.', 'power supply'),
  'rails.logic.supply': field('machine', 'Logic supply', { type: 'text' }, 'Feeds the controller.'),
  'rails.field.supply': field(
    'machine',
    'Field supply',
    { type: 'text' },
    'Feeds sensors, isolated inputs, coils and brakes.',
  ),
  'rails.mains.devices.*': field(
    'wiring',
    'On the way of the mains',
    { type: 'text' },
    'A main switch parts L and N and can be locked off; a breaker trips before the conductors behind it burn; a filter keeps the noise of drives out of the mains.',
    'main switch disconnect isolator circuit breaker fuse EMI line filter',
  ),
  ...Object.fromEntries(
    (
      [
        ['spindle', 'Spindle', 'The motor that turns the tool or the work.', 'router'],
        [
          'spindleDrive',
          'Spindle drive',
          'Feeds the spindle and takes run and speed from the controller.',
          'VFD inverter',
        ],
        [
          'spindleEncoder',
          'Spindle encoder',
          'Reports the position of the spindle to the controller: threading needs it.',
          '',
        ],
        ['host', 'Computer', 'Prepares the programs and talks to the controller.', 'PC host'],
        ['stopContactor', 'Stop contactor', 'What the stop chain lets drop.', 'estop relay'],
        ['resetButton', 'Start button', 'The second act after a stop: power never comes back by itself.', 'reset'],
      ] as const
    ).map(([role, label, help, also]) => [`roles.${role}`, field('wiring', label, { type: 'text' }, help, also)]),
  ),
  ...Object.fromEntries(
    (
      [
        ['mains.inlet', 'Mains inlet', 'Where the mains comes in. Local code, licensed person.', 'plug socket'],
        ['earth', 'Earth bar', 'One point for all protective earths and shields.', 'ground star PE'],
        [
          'drives.plus',
          'Motor bus, plus strip',
          'Where the plus of the motor supply fans out, fused for each driver.',
          'terminal block distribution',
        ],
        ['drives.zero', 'Motor bus, 0 V strip', 'Where the minus of the motor supply fans out.', 'terminal block'],
        ['logic.plus', 'Logic supply, plus strip', 'Where the plus of the logic supply fans out.', 'terminal block'],
        ['logic.zero', 'Logic supply, 0 V strip', 'Where the 0 V of the logic supply fans out.', 'terminal block'],
        [
          'field.plus',
          'Field supply, plus strip',
          'Where the plus of the field supply fans out.',
          'terminal block 24 V',
        ],
        ['field.zero', 'Field supply, 0 V strip', 'Where the 0 V of the field supply fans out.', 'terminal block'],
      ] as const
    ).map(([path, label, help, also]) => [`rails.${path}`, field('wiring', label, { type: 'text' }, help, also)]),
  ),
  stopStrategy: field(
    'wiring',
    'What the stop button cuts',
    choice({
      'request-only': 'nothing: it asks the controller',
      'board-reset': 'nothing: it holds the control in reset',
      'supply-contact': 'motor power, by a contact of the button itself',
      'supply-contact-and-reset': 'motor power, by a contact of the button, and it holds the control in reset',
      'motor-power': 'motor power, by a contactor',
      'main-switch': 'everything behind the main switch',
      'torque-off': 'the torque of the drives',
    }),
    'Whichever you choose, the stop must also be reported to the control. This is planning help, not a certified safety function.',
    'emergency stop estop',
  ),
  stopPole: field(
    'wiring',
    'Pole that the button parts',
    choice({ plus: '+', minus: '0 V' }),
    'On the + side, a lead that chafes to the frame blows a fuse. On the 0 V side it keeps the motors on with the button pressed.',
    'emergency stop estop supply',
  ),
  'parts.*.data.poles': field(
    'wiring',
    'Poles',
    { type: 'integer', min: 2, max: 24 },
    'Of the spindle motor: speed = 120 · frequency / poles, less its slip.',
  ),
  mainsVoltage: field(
    'wiring',
    'Mains voltage',
    q('voltage'),
    'From line to neutral, of the branch that feeds the machine. Between two of three phases it is 1.73 times as much: 400 V where this says 230 V.',
    'line voltage three-phase',
  ),
  'parts.*.data.panelContacts': field(
    'wiring',
    'Contacts on the panel',
    choice({ sockets: 'sockets', pins: 'pins' }),
    'When unplugged, pins are exposed: the side that feeds needs sockets.',
  ),
  'parts.*.data.length': field('wiring', 'Length', q('length'), 'Of the cable, along its whole way.'),
  'parts.*.setup.batteryFitted': field(
    'wiring',
    'Encoder battery fitted',
    { type: 'flag' },
    'Without it an absolute encoder forgets its turns when the power goes.',
  ),
  'parts.*.setup.cautionSeen': field(
    'wiring',
    'Mains caution read',
    { type: 'flag' },
    'Mains is lethal: plug out, discharge, local code, licensed person.',
  ),
  'circuits.*.input': field(
    'switches',
    'Input',
    { type: 'text' },
    'The terminal of the controller; the planner picks a free one when none is chosen.',
  ),
};
