import { plural, wrong } from '@esprel/core';
import { type Errand, errandsApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { ERRANDS, openErrands } from './errands.ts';

export function errandRoutes(): Route[] {
  return [
    serves(errandsApi.open, ({ db }) => ({ errands: openErrands(db) })),
    makes(errandsApi.done, 'errand', (change, { body }) => {
      const ids = body.ids as number[];
      const done: Errand[] = [];
      ids.forEach((id, i) => {
        const errand = one<Errand & { lotId: number }>(change.db, `${ERRANDS} WHERE e.id = ?`, id);
        if (!errand) throw wrong(`ids[${String(i)}]`, 'is not an errand of this library');
        if (errand.doneOn !== null) return;
        change.update('errands', id, { done_on: change.today });
        if (errand.memberId !== null) change.touch('member', errand.memberId);
        done.push(errand);
      });
      const told = done.filter((e) => e.kind === 'tell');
      const printed = done.length - told.length;
      change.describe(
        [
          ...(printed > 0 ? [`Printed ${plural(printed, 'label')} again`] : []),
          ...(told.length > 0 ? [`Told ${told.map((e) => e.member).join(', ')}`] : []),
        ].join('; ') || 'Nothing was left to do',
      );
      return { done: done.length };
    }),
  ];
}
