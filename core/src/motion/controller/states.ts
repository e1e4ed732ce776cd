/** The states of the control, as plain sentences in `stateSentence`. */
export type ControllerState =
  | 'no-power'
  | 'latched'
  | 'at-rest-unknown'
  | 'at-rest'
  | 'by-hand'
  | 'finding-datum'
  | 'following-program'
  | 'changing-tool'
  | 'paused'
  | 'coming-to-rest';

export const stateSentence: Record<ControllerState, string> = {
  'no-power': 'No power',
  latched: 'Latched',
  'at-rest-unknown': 'At rest, datum unknown',
  'at-rest': 'At rest',
  'by-hand': 'Moving by hand',
  'finding-datum': 'Finding the datum',
  'following-program': 'Following a program',
  'changing-tool': 'Changing the tool',
  paused: 'Paused',
  'coming-to-rest': 'Coming to rest',
};

/** Why the control is latched. */
export type LatchCause = 'stop' | 'limit' | 'door' | 'alarm';

/** What may be done in a state, and how it is left: for whoever stands before it for the first time. */
export function stateAdvice(
  state: ControllerState,
  cause: LatchCause | undefined,
  doubtful: readonly string[] = [],
): string {
  switch (state) {
    case 'no-power':
      return 'Nothing can happen. Give it power.';
    case 'latched':
      switch (cause) {
        case 'limit':
          return 'Move off the switch, then acknowledge.';
        case 'door':
          return 'Close the door, then acknowledge.';
        case 'alarm':
          return 'Find out why the drive failed, switch it off and on, then acknowledge and find the datum again.';
        default:
          return 'Release the stop, look why it was pressed, then acknowledge.';
      }
    case 'at-rest-unknown':
      return 'Slow moves by hand only: there is no envelope yet. Find the datum.';
    case 'at-rest':
      return doubtful.length
        ? `The position of ${doubtful.join(' and ')} is doubtful: find the datum again before anything relies on it.`
        : 'Everything is allowed within the envelope.';
    case 'by-hand':
      return 'Release it, and it stops.';
    case 'finding-datum':
      return 'Hands off the machine. The stop ends it at any time.';
    case 'following-program':
      return 'Pause holds the path; the stop ends the run.';
    case 'changing-tool':
      return 'Hands off the changer. The stop ends it at any time.';
    case 'paused':
      return 'A pause is no stop: the next word can move it. Continue, or abandon the program.';
    case 'coming-to-rest':
      return 'Wait until every axis is at rest.';
  }
}
