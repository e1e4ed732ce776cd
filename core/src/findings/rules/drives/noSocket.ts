import { seatedChannel, seatOf, socketAt } from '../../../distribution/seats';
import { usualSeats } from '../../../distribution/usualSeats';
import type { Design } from '../../../machine/design';
import type { LibraryEntry } from '../../../machine/library/entry';
import { isPlugIn, socketsOf } from '../../../machine/parts';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { controllersFor, driveFor } from '../../choose';

/** The library's board with the fewest sockets that seats all plug-in drivers of a machine and has inputs enough; none where no board does. */
function boardFor(design: Design): LibraryEntry[] {
  const drivers = Object.values(design.axes).flatMap((a) => a.drives.map((d) => d.driver));
  const wanted = new Set(drivers.filter((d) => d && isPlugIn(design.parts[d]))).size;
  const seats = (e: LibraryEntry): number => {
    const trial = { ...design.parts, [design.roles.controller!]: { ...e, designation: '-K1' } };
    return usualSeats({ ...design, parts: trial }).size;
  };
  return controllersFor(design)
    .filter((e) => socketsOf(e).length > 0 && seats(e) >= wanted)
    .sort((a, b) => socketsOf(a).length - socketsOf(b).length)
    .slice(0, 1);
}

/** A plug-in driver that sits nowhere, or where no channel steps it. */
export const noSocket: Rule = {
  code: 'no-socket',
  severity: 'wont-work',
  check: ({ design, drives }) =>
    drives.flatMap(({ name, axisId, index, drive }): FindingDraft[] => {
      const driver = drive.driver ? design.parts[drive.driver] : undefined;
      const { controller: id } = design.roles;
      const board = id ? design.parts[id] : undefined;
      if (!drive.driver || !driver || !isPlugIn(driver) || !board) return [];
      const all = design.axes[axisId]!.drives;
      if (all.findIndex((d) => d.driver === drive.driver) !== index) return [];
      if (seatedChannel(design, all, index) !== undefined) return [];
      const seat = seatOf(design, drive.driver);
      const other = design.parts[drive.motor ?? ''] && driveFor(design, design.parts[drive.motor!]!);
      const sockets = socketsOf(board).length;
      return [
        {
          subject: `${axisId}-${index}`,
          title: seat
            ? `${name}: no channel steps socket ${socketAt(design, seat)!.printed} of ${board.designation}`
            : `${name}: ${board.designation} has no ${sockets ? 'free ' : ''}socket for ${driver.designation}`,
          explain: () =>
            seat
              ? `This socket only follows another one by a jumper: it is for the second motor of an axis. Put ${driver.name} into a socket with a channel of its own.`
              : `${driver.name} is a plug-in driver: it takes its supply and its signals from a socket on a board. ${sockets ? `All ${sockets} sockets of ${board.name} are taken, or only follow another one.` : `${board.name} has none.`} Take a driver with terminals of its own, or a board with enough sockets.`,
          station: 'drives',
          field: `axes.${axisId}.drives.${index}.driver`,
          remedies: seat
            ? []
            : [
                ...boardFor(design).map((b) =>
                  replanned(design, `Take ${b.name}`, {
                    name: 'choose-part',
                    args: { slot: { role: 'controller' }, library: b.key },
                  }),
                ),
                ...(other
                  ? [
                      replanned(design, `Take ${other.name} for it`, {
                        name: 'choose-part',
                        args: { slot: { axis: axisId, drive: index, item: 'driver' }, library: other.key },
                      }),
                    ]
                  : []),
              ],
        },
      ];
    }),
};
