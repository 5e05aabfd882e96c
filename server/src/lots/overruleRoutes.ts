import { VERDICT_WORDS, wrong } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { holdWritten } from '../journal/change.ts';
import { Problem } from '../problem.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { overruleOn } from '../records/overrule.ts';
import { makes, type Route } from '../routing/route.ts';

export function overruleRoutes(): Route[] {
  return [
    makes(lotsApi.overrule, 'overrule', (change, { params, body }) => {
      const { db, today } = change;
      const lot = lotByCode(db, params.code);
      if (body.untilDay < today) throw wrong('untilDay', `must not be before today, ${today}`);
      const now = overruleOn(db, lot.id, today);
      holdWritten(db, 'overrules', now, body.version, body);
      if (now) change.update('overrules', now.id, { ended_on: today });
      const id = change.insert('overrules', {
        lot_id: lot.id,
        verdict: body.verdict,
        reason: body.reason.trim(),
        made_on: today,
        until_day: body.untilDay,
      });
      change.touch('lot', lot.id);
      change.describe(
        `Set ${lot.code} ${lotNames(db, lot.id).variety} to "${VERDICT_WORDS[body.verdict]}" until ${body.untilDay}: ${body.reason.trim()}`,
      );
      return { id };
    }),
    makes(lotsApi.endOverrule, 'end overrule', (change, { params, body }) => {
      const { db, today } = change;
      const lot = lotByCode(db, params.code);
      const now = overruleOn(db, lot.id, today);
      if (!now) throw new Problem('blocked', `The verdict of ${lot.code} is not set by hand.`);
      holdWritten(db, 'overrules', now, body.version, {});
      change.update('overrules', now.id, { ended_on: today });
      change.touch('lot', lot.id);
      change.describe(`Let the figures judge ${lot.code} again`);
      return { id: now.id };
    }),
  ];
}
