import { addDays, ageingStart, dayInYear, daysBetween, type Fate, nextLook, yearOf } from '@esprel/core';
import { one } from '@esprel/server';
import { DEMO_TODAY, PLACE_WEIGHTS } from './names.ts';
import type { Lot, Story } from './story.ts';
import { aliveOn, drawTruth } from './truth.ts';

export function lendOne(story: Story, day: string): void {
  const r = story.random;
  const lot = story.someLot(12);
  if (!lot || story.members.length === 0) return;
  // The desk feels which lots are gone, though it does not know.
  if (aliveOn(lot.truth, day) < 0.35 && r.chance(0.85)) return;
  const memberId = r.pick(story.members);
  const most = lot.truth.crop.seedsPerGram < 12 ? 10 : 30;
  const seeds = Math.min(story.free(lot), Math.max(6, r.whole(Math.floor(most / 2), most)));
  const purpose = r.chance(0.55) ? 'garden' : r.chance(0.75) ? 'save-seed' : 'renew';
  const promise = purpose === 'garden' ? (r.chance(0.7) ? 'nothing' : 'some') : r.chance(0.6) ? 'some' : 'amount';
  const dueOn = promise === 'nothing' ? null : dayInYear(yearOf(day) + (r.chance(0.5) ? 1 : 0), '11-30');
  const due = dueOn !== null && dueOn.startsWith(String(yearOf(day) + 1)) ? dayInYear(yearOf(day) + 1, '03-20') : dueOn;
  const loan = story.desk.do(day, 'post', '/loans', {
    lotCode: lot.code,
    memberId,
    seeds,
    purpose,
    promise,
    promisedSeeds: promise === 'amount' ? seeds * 3 : null,
    dueOn: due,
    lentOn: day,
    packetNote:
      lot.doubtful || one<{ identity: string }>(story.db, 'SELECT identity FROM lots WHERE id = ?', lot.id)?.identity !== 'sure'
        ? 'name not certain; tell us what it looks like'
        : null,
  });
  if (r.chance(0.62))
    story.on(addDays(day, r.whole(5, 45)), (when) => {
      sow(story, when, lot, loan.id, seeds);
    });
  if (promise !== 'nothing') {
    if (r.chance(purpose === 'garden' ? 0.35 : 0.68)) {
      const back =
        due !== null && due.slice(5) === '03-20'
          ? addDays(dayInYear(yearOf(day) + 1, '01-20'), r.whole(0, 55))
          : addDays(dayInYear(yearOf(day), '09-10'), r.whole(0, 70));
      story.on(back, (when) => {
        bringBack(story, when, lot, loan.id);
      });
    } else if (due !== null) {
      const patience = addDays(due, r.whole(10, 60));
      story.on(patience, (when) => {
        const open = one<{ settled_on: string | null }>(story.db, 'SELECT settled_on FROM loans WHERE id = ?', loan.id);
        if (open && open.settled_on === null && r.chance(0.95))
          story.desk.do(when, 'post', `/loans/${String(loan.id)}/settle`, { version: 1 });
      });
    }
  }
}

export function sowOwn(story: Story, day: string): void {
  const lot = story.someLot(14);
  if (lot && (aliveOn(lot.truth, day) > 0.3 || story.random.chance(0.2)))
    sow(story, day, lot, null, Math.min(story.free(lot), story.random.whole(8, 24)));
}

const SOWING_NOTES = [
  'Sown on the warm shelf; a week later the mat was free.',
  'The mix was too wet at first; better after a day in the open.',
  'Half the cells under glass came three days sooner.',
  'Slugs found it the second night. Raise the tray next time.',
] as const;

export function sow(story: Story, day: string, lot: Lot, loanId: number | null, most: number): void {
  const r = story.random;
  const per = r.whole(1, 3);
  const seeds = Math.max(1, Math.min(most, per * Math.max(1, Math.floor(most / per))));
  const method = r.pick(['cells', 'cells', 'heated-cells', 'pot', 'open-ground'] as const);
  const { id } = story.desk.do(day, 'post', '/sowings', {
    lotCode: lot.code,
    loanId,
    method,
    cells: Math.ceil(seeds / per),
    seedsPerCell: per,
    seeds,
    sownOn: day,
    whereSown: loanId === null ? r.pick(['tray on the bench', 'bed by the gate', 'cold frame']) : null,
    note: loanId === null ? (SOWING_NOTES[story.lots.length % (SOWING_NOTES.length * 3)] ?? null) : null,
  });
  const { crop } = lot.truth;
  const luck = Math.min(0.98, Math.max(0.1, r.normal(0.84, 0.1)));
  const up = r.binomial(seeds, aliveOn(lot.truth, day) * luck);
  const bad: Fate | null = r.chance(0.2)
    ? r.pick(['damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'mixed-up', 'thrown-out'] as const)
    : null;
  const version = (): number => one<{ version: number }>(story.db, 'SELECT version FROM sowings WHERE id = ?', id)?.version ?? 1;
  const look = (when: string, number: number): void => {
    if (when > addDays(DEMO_TODAY, -2) && r.chance(0.6)) return;
    const share = Math.min(1, daysBetween(day, when) / (crop.emergeMaxD + 2));
    const emerged = Math.round((bad !== null && number > 0 ? 0.4 : 1) * up * share);
    const before = one<{ n: number | null }>(story.db, 'SELECT max(emerged) AS n FROM emergence_counts WHERE sowing_id = ?', id)?.n ?? 0;
    story.desk.do(when, 'post', `/sowings/${String(id)}/counts`, {
      version: version(),
      countedOn: when,
      emerged: Math.max(before, emerged),
    });
    const next = nextLook(day, crop.emergeMinD, crop.emergeMaxD, when);
    if (next.last) {
      story.on(addDays(next.due, r.whole(0, 4)), (end) => {
        const came = one<{ n: number | null }>(story.db, 'SELECT max(emerged) AS n FROM emergence_counts WHERE sowing_id = ?', id)?.n ?? 0;
        const fate: Fate = bad ?? (came > 0 ? 'came-up' : 'not-come-up');
        story.desk.do(end, 'post', `/sowings/${String(id)}/fate`, { version: version(), fate, fateOn: end });
      });
    } else
      story.on(addDays(when, 7), (later) => {
        look(later, number + 1);
      });
  };
  story.on(addDays(day, crop.emergeMinD + r.whole(0, 3)), (when) => {
    look(when, 0);
  });
}

export function bringBack(story: Story, day: string, lot: Lot, loanId: number): void {
  const r = story.random;
  const { crop } = lot.truth;
  if (crop.trueToType === 'rarely' || crop.storageBehaviour === 'recalcitrant') return;
  const year = day.slice(5) < '09-01' ? yearOf(day) - 1 : yearOf(day);
  const loan = one<{ member_id: number }>(story.db, 'SELECT member_id FROM loans WHERE id = ?', loanId);
  if (!loan) return;
  const envelope = {
    loanIds: [loanId],
    isIt: 'right',
    harvestYear: year,
    seeds: crop.seedsPerGram < 12 ? r.whole(20, 60) : r.whole(6, 30) * 10,
    amountKnown: r.pick(['estimated', 'estimated', 'counted'] as const),
    form: 'raw',
    plants: r.chance(0.8) ? r.whole(1, Math.max(8, Math.round(crop.seedPlantsMin * 1.4))) : null,
    grownBeside: r.chance(0.4)
      ? r.pick(['another kind two rows on', 'nothing of its kind nearby', 'the neighbour’s, over the hedge', 'squash across the path'])
      : null,
    isolated: r.pick(['yes', 'no', 'unknown'] as const),
  };
  const home = { receivedOn: day, envelopes: [envelope] };
  const [code] = story.desk.do<{ lots: [string] }>(day, 'post', `/members/${String(loan.member_id)}/coming-home`, home).lots;
  const row = one<{ id: number; variety_id: number; return_id: number }>(
    story.db,
    'SELECT l.id, l.variety_id, r.id AS return_id FROM lots l JOIN returns r ON r.lot_id = l.id WHERE l.code = ?',
    code,
  );
  if (!row) return;
  const child: Lot = {
    id: row.id,
    code,
    varietyId: row.variety_id,
    doubtful: lot.doubtful,
    kept: true,
    truth: drawTruth(r, crop, ageingStart('harvest', year, day, 'north'), 'cleaned'),
  };
  story.lots.push(child);
  story.on(addDays(day, r.whole(16, 40)), (when) => {
    const place = story.places[r.weighted(PLACE_WEIGHTS)];
    if (place) child.truth.storage.push({ from: when, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
    story.desk.do(when, 'post', `/returns/${String(row.return_id)}/release`, {
      version: 1,
      dried: true,
      clean: true,
      named: true,
      placeId: place?.id ?? null,
    });
  });
}
