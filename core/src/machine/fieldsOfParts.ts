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
  'parts.*.data.pulseRate': {
    ...field('machine', 'Pulse rate', q('frequency'), 'Highest pulse rate on one channel.'),
    bounds: [10, 1e8],
  },
  'parts.*.data.pulseWidth': {
    ...field('machine', 'Pulse width', q('time'), 'Time high of one step pulse.'),
    bounds: [1e-8, 0.1],
  },
  'parts.*.data.inputPoll': {
    ...field('machine', 'Input poll', q('time'), 'Longest time until an input is looked at again.'),
    bounds: [0, 1],
  },
  'parts.*.data.pulseHighMin': {
    ...field('drives', 'Shortest pulse', q('time'), 'Time high that the driver needs.'),
    bounds: [1e-8, 0.1],
  },
  'parts.*.data.pulseLowMin': {
    ...field('drives', 'Shortest gap', q('time'), 'Time low that the driver needs.'),
    bounds: [1e-8, 0.1],
  },
  'parts.*.data.supplyMin': {
    ...field('drives', 'Lowest supply', q('voltage'), 'Of the driver or sensor.'),
    bounds: [1, 1000],
  },
  'parts.*.data.supplyMax': {
    ...field('drives', 'Highest supply', q('voltage'), 'Of the driver or sensor.'),
    bounds: [1, 1000],
  },
  'parts.*.data.currentMax': {
    ...field('drives', 'Largest current', q('current'), 'Largest peak current that the driver gives.'),
    bounds: [0.05, 200],
  },
  'parts.*.data.ratedCurrent': {
    ...field('drives', 'Rated current', q('current'), 'Per phase, from the data sheet.'),
    bounds: [0.01, 100],
  },
  'parts.*.data.maxSpeed': { ...field('drives', 'Highest speed', q('rotation'), 'Of the motor.'), bounds: [1, 60_000] },
  'parts.*.data.holdingTorque': {
    ...field('drives', 'Holding torque', q('torque'), 'Of the motor, both phases at rated current.'),
    bounds: [0.001, 200],
  },
  'parts.*.data.ratedTorque': {
    ...field('drives', 'Rated torque', q('torque'), 'That a servo gives for as long as you like.'),
    bounds: [0.001, 200],
  },
  'parts.*.data.peakTorque': {
    ...field('drives', 'Peak torque', q('torque'), 'That a servo gives for a second or so.'),
    bounds: [0.001, 600],
  },
  'parts.*.data.resistance': {
    ...field('drives', 'Resistance', q('resistance'), 'Of one phase at 20 °C; of one half-coil for 6 and 8 leads.'),
    bounds: [0.005, 500],
  },
  'parts.*.data.inductance': {
    ...field(
      'drives',
      'Inductance',
      q('inductance'),
      'Of one phase; of one half-coil for 6 and 8 leads. It decides how torque falls with speed.',
    ),
    bounds: [0.005, 1000],
  },
  'parts.*.data.rotorInertia': {
    ...field('drives', 'Rotor inertia', q('inertia'), 'Of the motor.'),
    bounds: [1e-9, 1],
  },
  'parts.*.data.ratedSpeed': {
    ...field('drives', 'Rated speed', q('rotation'), 'Up to which the peak torque is there, at the rated voltage.'),
    bounds: [1, 60_000],
  },
  'parts.*.data.ratedVoltage': {
    ...field('drives', 'Rated voltage', q('voltage'), 'Bus voltage at which rated and highest speed hold.'),
    bounds: [1, 1000],
  },
  'parts.*.data.winding': field(
    'drives',
    'Coils connected',
    choice({ 'as-supplied': 'as supplied', series: 'in series', parallel: 'in parallel', half: 'one half' }),
    'Eight leads leave the choice: parallel keeps torque at speed, series needs less current.',
    'winding bipolar',
  ),
  'parts.*.data.stepAngle': {
    ...field('drives', 'Step angle', q('angle'), 'Of the motor: 1.8° has 200 full steps.'),
    bounds: [0.1, 90],
  },
  'parts.*.data.switchedCurrent': field(
    'machine',
    'Switched current',
    q('current'),
    'That one switched output gives or takes.',
  ),
  'parts.*.data.outputVoltage': {
    ...field('machine', 'Output voltage', q('voltage'), 'Of the supply.'),
    bounds: [1, 1000],
  },
  'parts.*.data.outputCurrent': {
    ...field('machine', 'Output current', q('current'), 'Of the supply.'),
    bounds: [0.01, 500],
  },
  'parts.*.data.overTravel': field(
    'switches',
    'Over-travel',
    q('length'),
    'How far the actuator may be pushed past its trip point.',
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
  'roles.motorSupply': field('machine', 'Motor supply', { type: 'text' }, 'Feeds the drivers.', 'power supply'),
  'roles.logicSupply': field('machine', 'Logic supply', { type: 'text' }, 'Feeds the controller.'),
  'roles.fieldSupply': field(
    'machine',
    'Field supply',
    { type: 'text' },
    'Feeds sensors, isolated inputs, coils and brakes.',
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
        [
          'inputBoard',
          'Input board',
          'More inputs for the controller, over its extension lead.',
          'expansion breakout board',
        ],
        ['toolHead', 'Tool head', 'What the tool sits in.', ''],
        ['mainsInlet', 'Mains inlet', 'Where the mains comes in. Local code, licensed person.', 'plug socket'],
        [
          'mainSwitch',
          'Main switch',
          'Parts L and N of everything behind it, and can be locked off.',
          'disconnect isolator',
        ],
        ['mainsBreaker', 'Breaker', 'Trips before the conductors behind it burn.', 'circuit breaker fuse'],
        ['mainsFilter', 'Mains filter', 'Keeps the noise of drives out of the mains.', 'EMI line filter'],
        ['earthBar', 'Earth bar', 'One point for all protective earths and shields.', 'ground star PE'],
        [
          'motorPlusStrip',
          'Motor bus, plus strip',
          'Where the plus of the motor supply fans out, fused for each driver.',
          'terminal block distribution',
        ],
        ['motorZeroStrip', 'Motor bus, 0 V strip', 'Where the minus of the motor supply fans out.', 'terminal block'],
        [
          'fieldPlusStrip',
          'Field supply, plus strip',
          'Where the plus of the field supply fans out.',
          'terminal block 24 V',
        ],
        ['fieldZeroStrip', 'Field supply, 0 V strip', 'Where the 0 V of the field supply fans out.', 'terminal block'],
        ['stopContactor', 'Stop contactor', 'What the stop chain lets drop.', 'estop relay'],
        ['resetButton', 'Start button', 'The second act after a stop: power never comes back by itself.', 'reset'],
      ] as const
    ).map(([role, label, help, also]) => [`roles.${role}`, field('wiring', label, { type: 'text' }, help, also)]),
  ),
  stopSchool: field(
    'wiring',
    'What the stop button cuts',
    choice({
      'request-only': 'nothing: it asks the controller',
      'motor-power': 'motor power, by a contactor',
      'main-switch': 'everything behind the main switch',
      'torque-off': 'the torque of the drives',
    }),
    'Whichever you choose, the stop must also be reported to the control. This is planning help, not a certified safety function.',
    'emergency stop estop',
  ),
  'parts.*.data.poles': field(
    'wiring',
    'Poles',
    { type: 'integer', min: 2, max: 24 },
    'Of the spindle motor: speed = 120 · frequency / poles, less its slip.',
  ),
  mainsVoltage: field('wiring', 'Mains voltage', q('voltage'), 'Of the branch that feeds the machine.', 'line voltage'),
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
