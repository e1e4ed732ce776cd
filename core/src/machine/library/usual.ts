/**
 * The entries of the library that the program itself takes: planned cables, and parts that a remedy or an option puts in where
 * nothing about the machine speaks for another one. Named by what they are for, so that no rule spells a key of the library.
 */
export const usual = {
  stopButton: 'button-plum-stop',
  stopButtonTwoContacts: 'button-plum-stop-2',
  stopButtonClosing: 'button-plum-stop-no',
  stopButtonThreeContacts: 'button-plum-stop-3',
  pushButton: 'button-plum-push',
  axisSwitch: 'switch-finch',
  axisSensorOpen: 'sensor-lichen-pnp-no',
  toolProbe: 'probe-slate',
  fieldSupply: 'supply-marl-24',
  contactor: 'contactor-post-9',
  contactorDirectCurrent: 'contactor-bollard-dc',
  fusedStrip: 'strip-paling-2',
  mainsInlet: 'inlet-gate-16',
  mainSwitch: 'switch-stile-2',
  mainSwitchLarge: 'switch-stile-32',
  mainSwitchThreePhase: 'switch-stile-25-4',
  residualCurrentDevice: 'rcd-turnstile-25',
  mainsBreaker: 'breaker-hurdle-16',
  mainsFilter: 'filter-sieve-16',
  earthBar: 'bar-ridge-20',
  coolantValve: 'valve-rill-24',
  signalLamp: 'lamp-wick-24',
  cabinetFan: 'fan-zephyr-24',
  /** By what they carry; those of motors from thin to thick. */
  stepperCables: ['cable-reed-5g075', 'cable-reed-5g1', 'cable-reed-5g15', 'cable-reed-5g25'],
  threePhaseCables: ['cable-reed-4g1', 'cable-reed-4g15', 'cable-reed-4g25', 'cable-reed-4g4'],
  directMotorCables: ['cable-reed-2x1', 'cable-reed-2x15', 'cable-reed-2x25'],
  signalCable: 'cable-rush-8',
  pendantCable: 'cable-rush-25',
  encoderCable: 'cable-bent-8',
  twoCoreCable: 'cable-fescue-2',
  loadCables: ['cable-fescue-2', 'cable-fescue-2x1', 'cable-fescue-2x15', 'cable-fescue-2x25'],
  threeCoreCable: 'cable-fescue-3',
} as const;
