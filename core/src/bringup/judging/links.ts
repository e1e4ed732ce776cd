import type { Made } from '../made';

/** What a computer and a control are joined by. `unknown` where the control’s sheet does not tell. */
export type LinkKind = 'usb' | 'network' | 'serial' | 'parallel-port' | 'unknown';

export const linkOf = ({ design }: Made): LinkKind => {
  const { controller } = design.roles;
  const data = controller ? design.parts[controller]?.data : undefined;
  const link = data?.class === 'controller' ? data.link : undefined;
  return link === undefined || link === 'none' ? 'unknown' : link;
};

interface LinkWords {
  /** What lead and port it takes, an act a line. */
  steps: readonly string[];
  /** What the computer’s list of devices may show, and what each of it means; `well` where it is as it should be. */
  seen: Readonly<Record<string, { label: string; well?: true; causes?: readonly string[] }>>;
  /** What breaks it off now and then. */
  drops: readonly string[];
  /** What makes what comes unreadable. */
  garbled: readonly string[];
}

const LOOP = 'A loop through two earths: computer and cabinet on one socket, or an isolator in the lead.';

/** What is asked, and what may be wrong, by the way that the two are joined. Electrical practice, not of any maker. */
export const linkWords: Readonly<Record<LinkKind, LinkWords>> = {
  usb: {
    steps: [
      'A data lead of at most 3 m with its shield on both plugs, straight into the computer and not through a hub; a clip-on choke at the control’s end.',
      'Open the computer’s list of devices. Plug the lead in and out: one entry must come and go with it. Note which port it is.',
    ],
    seen: {
      comes: { label: 'comes and goes with the plug', well: true },
      unknown: {
        label: 'comes, but as unknown',
        causes: ['Its driver is missing: install it from its maker, then plug it in again.'],
      },
      none: {
        label: 'nothing changes',
        causes: [
          'The lead is a charging lead without data.',
          'The control has no logic supply.',
          'The port or the plug is broken: try another port.',
        ],
      },
    },
    drops: [
      'The lead lies beside a motor cable, or has no choke.',
      LOOP,
      'A hub, or a lead that is too long.',
      'The computer saves power at this port.',
    ],
    garbled: ['The rate of the port is not the control’s.', 'The driver of another chip answers at this port.'],
  },
  network: {
    steps: [
      'A shielded lead, straight from an adapter of its own to the control: no router and no radio between.',
      'The adapter has a fixed address of the control’s network, keeps 100 Mbit/s in both directions and may never sleep. Look at both lamps of the socket, then let the computer ask for an answer from the control’s address.',
    ],
    seen: {
      answers: { label: 'both lamps lit, and it answers', well: true },
      silent: {
        label: 'lamps lit, no answer',
        causes: [
          'The addresses are of two networks: all but the last number must be alike.',
          'Another adapter of the computer answers for that network.',
          'The computer’s guard against strangers shuts the control out.',
        ],
      },
      dark: {
        label: 'a lamp stays dark',
        causes: [
          'The control has no logic supply.',
          'The lead or one of its plugs.',
          'The adapter is switched off or asleep.',
        ],
      },
    },
    drops: [
      'The adapter saves power, or changes its speed by itself.',
      'Other traffic on the same adapter.',
      'The lead lies beside a motor cable without its shield connected.',
    ],
    garbled: ['Program and firmware are of two versions that do not understand each other.'],
  },
  serial: {
    steps: [
      'A shielded lead of at most 15 m with its three wires: what one sends, the other receives, and 0 V.',
      'Open the computer’s list of devices and note the port. Rate, bits and parity of the program must be those of the control.',
    ],
    seen: {
      there: { label: 'the port is there', well: true },
      none: {
        label: 'there is no such port',
        causes: ['The adapter’s driver is missing.', 'The port is switched off in the computer’s setup.'],
      },
    },
    drops: [
      'The lead lies beside a motor cable.',
      LOOP,
      'No handshake where the control needs one: long programs then lose lines.',
    ],
    garbled: ['Rate, bits or parity are not the control’s.', 'The 0 V of the lead is missing.'],
  },
  'parallel-port': {
    steps: [
      'A lead of at most 2 m, shielded, with all 25 contacts. A real port on the board or on a plug-in card: an adapter for printers cannot give pulses.',
      'Switch the port in the computer’s setup to both directions. Note its address in the list of devices: the program needs it.',
    ],
    seen: {
      there: { label: 'the port is there, with an address', well: true },
      none: {
        label: 'there is no such port',
        causes: [
          'It is switched off in the computer’s setup.',
          'The card’s driver is missing.',
          'It is an adapter for printers.',
        ],
      },
    },
    drops: [
      LOOP,
      'The computer saves power, and its pulses stumble.',
      'The lead is too long, or lies beside a motor cable.',
    ],
    garbled: ['Another address than the program’s.', 'Contacts assigned otherwise in the program: see Settings.'],
  },
  unknown: {
    steps: [
      'The lead with its shield on both ends, away from motor cables. Note where the computer lists the control.',
    ],
    seen: {
      there: { label: 'it is listed', well: true },
      none: { label: 'it is not listed', causes: ['No logic supply.', 'Lead, port or driver.'] },
    },
    drops: ['The computer saves power.', 'A lead without a shield beside the motor cables.', LOOP],
    garbled: ['The rate of the port is not the control’s.'],
  },
};
