import { channelOfSeat, seatOf, socketAt } from '../../../distribution/seats';
import { isPlugIn, socketsOf } from '../../../machine/parts';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { driveFor } from '../../choose';

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
      const first = design.axes[axisId]!.drives[0]!.driver;
      if (index > 0 && first === drive.driver) return [];
      const leads = index > 0 ? seatOf(design, first) : undefined;
      const seat = seatOf(design, drive.driver);
      if (seat && channelOfSeat(design, seat, leads && channelOfSeat(design, leads, undefined)) !== undefined)
        return [];
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
          remedies:
            other && !seat
              ? [
                  replanned(design, `Take ${other.name} for it`, {
                    name: 'choose-part',
                    args: { slot: { axis: axisId, drive: index, item: 'driver' }, library: other.key },
                  }),
                ]
              : [],
        },
      ];
    }),
};
