import { addDays, plural } from '@esprel/core';
import type { WorkItem } from '@esprel/core/api';
import { type Db } from '../db/db.ts';
import { swapDays } from './read.ts';
import { packingRows } from './packing.ts';

/** The box is packed, and desks are made ready, the evening before; what is to be brought is filled some days before that. */
const FILLED_DAYS_BEFORE = 7;

/** What swap days ask of whoever is at the desk: to pack and make ready before, to put right and finish after. */
export function swapWork(db: Db, today: string): WorkItem[] {
  return swapDays(db).flatMap((day): WorkItem[] => {
    const item = (due: string, title: string, detail: string, part: string, minutes: number): WorkItem => ({
      kind: 'swap',
      due,
      title,
      detail,
      at: `/swap/${String(day.id)}${part}`,
      lotCode: '',
      minutes,
    });
    const right =
      day.toPutRight === 0
        ? []
        : [
            item(
              day.heldOn < today ? day.heldOn : today,
              `Put right what did not fit at ${day.name}`,
              `${plural(day.toPutRight, 'thing')}, with both sides and a proposal each`,
              '/put-right',
              2 * day.toPutRight,
            ),
          ];
    if (day.finishedOn !== null) return right;
    if (day.heldOn < today) return [...right, item(day.heldOn, `Finish ${day.name}`, 'what came, what is next, and thanks', '/after', 10)];
    const rows = packingRows(db, day.id);
    const open = rows.filter((r) => r.packedOn === null).length;
    return [
      ...right,
      ...(rows.length === 0
        ? [
            item(
              addDays(day.heldOn, -FILLED_DAYS_BEFORE),
              `Choose what to bring to ${day.name}`,
              'packets filled and labelled in one run',
              '/packing',
              60,
            ),
          ]
        : []),
      ...(open > 0
        ? [item(addDays(day.heldOn, -1), `Pack the box for ${day.name}`, `${plural(open, 'lot')} not in it yet`, '/packing', 5 + 2 * open)]
        : []),
      item(
        addDays(day.heldOn, -1),
        `Make the desks of ${day.name} ready`,
        'each on the computer that goes along, while there is a network',
        '',
        20,
      ),
    ];
  });
}
