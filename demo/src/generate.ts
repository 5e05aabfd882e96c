import { addDays, ageingStart, dayInYear, daysBetween, type Fate, lendable, nextLook, testProtocol, yearOf } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { addSynonym, Change, type Db, one } from '@esprel/server';
import { Desk } from './desk.ts';
import {
  CROPS,
  DEMO_START,
  DEMO_TODAY,
  DESK,
  LIBRARY_NAME,
  MIXUP_REASONS,
  memberName,
  NICKNAMES,
  OWN_PLOT,
  PLACE_WEIGHTS,
  PLACES,
  QUARTERS,
  SUPPLIERS,
  SWAPS,
  varietyName,
} from './names.ts';
import { Random } from './random.ts';
import { aliveOn, drawTruth, type Truth } from './truth.ts';

interface Lot {
  readonly id: number;
  readonly code: string;
  readonly truth: Truth;
  readonly varietyId: number;
  doubtful: boolean;
  kept: boolean;
}

interface Variety {
  readonly name: string;
  readonly cropKey: string;
  readonly breeding: string;
}

/**
 * Four years of an invented seed library, played day by day: swaps, purchases, tests, loans, sowings with their
 * failures, seed that came back, doubts and corrections. What lies beyond the demo date is left undone, so
 * that the desk has work on it.
 */
class Story {
  private readonly db: Db;
  private readonly desk: Desk;
  private readonly random = new Random(20_270_314);
  private readonly agenda: { readonly day: string; readonly order: number; readonly act: (day: string) => void }[] = [];
  private order = 0;
  private readonly lots: Lot[] = [];
  private readonly varieties: Variety[] = [];
  private readonly members: number[] = [];
  private readonly places: { readonly id: number; readonly temperatureC: number; readonly rhPercent: number }[] = [];

  constructor(db: Db) {
    this.db = db;
    this.desk = new Desk(db);
  }

  tell(): void {
    this.found();
    this.plan();
    this.agenda.sort((a, b) => b.day.localeCompare(a.day) || b.order - a.order);
    for (let next = this.agenda.pop(); next && next.day <= DEMO_TODAY; next = this.agenda.pop()) {
      if (this.random.chance(0.2)) this.desk.sit(this.random.whole(1, DESK.length));
      next.act(next.day);
    }
  }

  private on(day: string, act: (day: string) => void): void {
    if (day < DEMO_START) return;
    const entry = { day, order: this.order++, act };
    // The agenda is read from its end; events planned while it is read go where they belong.
    const i = this.agenda.findIndex((e) => e.day < day || (e.day === day && e.order < entry.order));
    if (i < 0) this.agenda.push(entry);
    else this.agenda.splice(i, 0, entry);
  }

  private found(): void {
    const day = DEMO_START;
    for (const name of DESK) this.desk.do(day, 'post', '/people', { name });
    this.desk.sit(1);
    this.desk.do(day, 'put', '/settings', {
      libraryName: LIBRARY_NAME,
      hemisphere: 'north',
      lastFrost: '04-27',
      lastFrostSdDays: 10,
      firstFrost: '10-14',
      firstFrostSdDays: 12,
      lendingThreshold: 0.7,
      temperatureUnit: 'C',
      lengthUnit: 'mm',
      massUnit: 'g',
      dateOrder: 'day-month',
    });
    for (const p of PLACES) {
      const { id } = this.desk.do(day, 'post', '/places', p);
      this.places.push({ id, temperatureC: p.temperatureC, rhPercent: p.rhPercent });
    }
    CROPS.forEach((cropKey, i) => {
      const crop = CROP_REFERENCE.find((c) => c.key === cropKey);
      if (!crop) throw new Error(`no crop ${cropKey}`);
      const many = i < 10 ? 3 : i < 30 ? 2 : 1;
      for (let v = 0; v < many; v++) {
        const breeding = crop.f1Common && this.random.chance(0.15) ? 'hybrid-f1' : this.random.chance(0.2) ? 'landrace' : 'open-pollinated';
        this.varieties.push({ name: varietyName(crop.kind, i * 5 + v * 2 + (v > 1 ? 7 : 0)), cropKey, breeding });
      }
    });
  }

  private plan(): void {
    for (let i = 0; i < 60; i++) {
      const joined = addDays(DEMO_START, i < 30 ? i % 12 : this.random.whole(60, 1400));
      this.on(joined, (day) => {
        const { id } = this.desk.do(day, 'post', '/members', {
          name: memberName(i),
          place: this.random.pick(QUARTERS),
          contact: null,
          note: this.random.chance(0.2)
            ? this.random.pick(['room for tall beans', 'greenhouse', 'grows onions for seed', 'balcony only', 'bees next door'])
            : null,
        });
        this.members.push(id);
      });
    }
    // The founding boxes: one of each variety, and some twice.
    this.varieties.forEach((variety, i) => {
      // A third of the varieties joined later, a few each year.
      const joined = i % 3 === 2 ? addDays(DEMO_START, 300 + ((i * 37) % 1100)) : addDays(DEMO_START, 1 + (i % 16));
      this.on(joined, (day) => {
        this.takeIn(day, variety);
      });
    });
    for (let year = 2023; year <= 2027; year++) {
      this.planYear(year);
    }
    for (let i = 0; i < 5; i++)
      this.on(dayInYear(2024 + (i % 3), '06-20'), (day) => {
        this.doubt(day, i);
      });
    // A box that stood forgotten in a warm shed: short-lived seed, too old.
    for (const cropKey of ['parsnip', 'onion', 'leek', 'sweet-pepper']) {
      this.on('2026-10-12', (day) => {
        const variety = this.varieties.filter((v) => v.cropKey === cropKey).pop();
        if (variety) this.takeIn(day, variety, { year: 2019, note: 'from a box in a warm shed' });
      });
    }
    this.on('2025-02-11', (day) => {
      this.slip(day);
    });
    this.on('2026-10-03', (day) => {
      this.slip(day);
    });
    this.on('2027-03-02', (day) => {
      this.slip(day);
    });
  }

  private planYear(year: number): void {
    const r = this.random;
    for (let i = 0; i < 9; i++)
      this.on(addDays(dayInYear(year, '02-01'), r.whole(0, 35)), (day) => {
        this.takeIn(day, r.pick(this.varieties));
      });
    for (let i = 0; i < 9; i++)
      this.on(addDays(dayInYear(year, '10-05'), r.whole(0, 20)), (day) => {
        this.takeIn(day, r.pick(this.varieties));
      });
    const rounds = year === 2027 ? 75 : 62;
    for (let i = 0; i < rounds; i++) {
      this.on(addDays(dayInYear(year, '01-08'), r.whole(0, year === 2027 ? 60 : 55)), (day) => {
        this.test(day);
      });
    }
    for (let i = 0; i < 80; i++)
      this.on(addDays(dayInYear(year, '02-10'), r.whole(0, 75)), (day) => {
        this.lend(day);
      });
    for (let i = 0; i < 22; i++)
      this.on(addDays(dayInYear(year, '02-20'), r.whole(0, 60)), (day) => {
        this.sowOwn(day);
      });
    for (let i = 0; i < 10; i++)
      this.on(addDays(dayInYear(year, '01-20'), r.whole(0, 20)), (day) => {
        this.discard(day);
      });
    for (let i = 0; i < 22; i++)
      this.on(addDays(dayInYear(year, '11-05'), r.whole(0, 30)), (day) => {
        this.move(day);
      });
  }

  private takeIn(day: string, variety: Variety, found?: { readonly year: number; readonly note: string }): void {
    const r = this.random;
    const crop = CROP_REFERENCE.find((c) => c.key === variety.cropKey);
    if (!crop) return;
    const acquisition = found || r.chance(0.45) ? 'donated' : r.chance(0.6) ? 'purchased' : 'saved';
    const source =
      acquisition === 'purchased'
        ? r.pick(SUPPLIERS)
        : acquisition === 'saved'
          ? OWN_PLOT
          : r.chance(0.5)
            ? r.pick(SWAPS)
            : memberName(r.whole(0, 29));
    const yearKind = acquisition === 'purchased' ? 'packing' : !found && r.chance(0.12) ? 'unknown' : 'harvest';
    const back = day < '2023-04-01' ? r.whole(0, 2) : r.whole(0, 1);
    const newest = day.slice(5) < '09-15' ? yearOf(day) - 1 : yearOf(day);
    const year = found
      ? found.year
      : yearKind === 'unknown'
        ? null
        : yearKind === 'packing'
          ? yearOf(day) - Math.min(back, 2)
          : newest - back;
    const form =
      acquisition === 'purchased' && r.chance(0.12) ? (r.chance(0.5) ? 'pelleted' : 'treated') : r.chance(0.75) ? 'cleaned' : 'raw';
    const dust = crop.seedsPerGram > 3000;
    const seeds = crop.seedsPerGram < 12 ? r.whole(30, 110) : dust ? r.whole(5, 20) * 100 : r.whole(10, 55) * 10 + r.whole(0, 9);
    const place = this.places[crop.storageBehaviour === 'recalcitrant' ? 6 : r.weighted(PLACE_WEIGHTS)];
    const lot = this.desk.do<{ id: number; code: string }>(day, 'post', '/lots', {
      varietyName: variety.name,
      cropKey: variety.cropKey,
      breeding: variety.breeding,
      identity: yearKind === 'unknown' && r.chance(0.4) ? 'doubtful' : r.chance(0.5) ? 'sure' : 'likely',
      source,
      acquisition,
      yearKind,
      year,
      form,
      seeds,
      amountKnown: dust ? 'estimated' : r.chance(0.5) ? 'counted' : r.chance(0.5) ? 'weighed' : 'estimated',
      statedGermination: acquisition === 'purchased' && r.chance(0.7) ? Math.round(crop.freshGermination * 100) / 100 : null,
      placeId: place?.id ?? null,
      receivedOn: day,
      floor: null,
      note: found?.note ?? (r.chance(0.1) ? r.pick(NICKNAMES) : null),
    });
    const row = one<{ variety_id: number; identity: string }>(this.db, 'SELECT variety_id, identity FROM lots WHERE id = ?', lot.id);
    const truth = drawTruth(r, crop, ageingStart(yearKind, year, day, 'north'), form);
    if (place) truth.storage.push({ from: day, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
    this.lots.push({
      id: lot.id,
      code: lot.code,
      truth,
      varietyId: row?.variety_id ?? 0,
      doubtful: row?.identity === 'doubtful',
      kept: true,
    });
    if (r.chance(0.06)) {
      const change = new Change(this.db, day, 1, 'synonym');
      addSynonym(change, row?.variety_id ?? 0, r.pick(NICKNAMES));
      change.describe(`Wrote down another name of ${variety.name}`);
    }
  }

  private free(lot: Lot): number {
    const row = one<{ balance: number; floor: number; state: string }>(
      this.db,
      'SELECT balance, floor, state FROM lots WHERE id = ?',
      lot.id,
    );
    return row?.state === 'kept' ? lendable(row.balance, row.floor) : 0;
  }

  /** A lot with at least `least` seeds above its floor, tried a few times. */
  private someLot(least: number): Lot | null {
    for (let i = 0; i < 12 && this.lots.length > 0; i++) {
      const lot = this.random.pick(this.lots);
      if (lot.kept && this.free(lot) >= least) return lot;
    }
    return null;
  }

  /** Of some lots with seed to spare, the one that was tested longest ago or never. */
  private lotToTest(day: string): Lot | null {
    let best: { readonly lot: Lot; readonly last: string } | null = null;
    for (let i = 0; i < 5; i++) {
      const lot = this.someLot(45);
      if (!lot) continue;
      const last = one<{ last: string | null }>(this.db, 'SELECT max(started_on) AS last FROM tests WHERE lot_id = ?', lot.id)?.last ?? '';
      if (last > addDays(day, -400)) continue;
      if (best === null || last < best.last) best = { lot, last };
    }
    return best?.lot ?? null;
  }

  private test(day: string): void {
    const r = this.random;
    const lot = this.lotToTest(day);
    if (!lot || lot.truth.crop.storageBehaviour === 'recalcitrant') return;
    const protocol = testProtocol(lot.truth.crop);
    const bags = this.free(lot) > 250 ? 2 : 1;
    const size = this.free(lot) > 150 ? 50 : this.free(lot) > 90 ? 25 : 20;
    const { id } = this.desk.do(day, 'post', '/tests', {
      lotCode: lot.code,
      method: protocol.method,
      replicates: Array.from({ length: bags }, () => size),
      startedOn: day,
      nightC: protocol.warmth.nightC,
      dayC: protocol.warmth.dayC,
      light: protocol.light,
      preparationDays: protocol.preparationDays,
    });
    const warm = addDays(day, protocol.preparationDays);
    const alive = aliveOn(lot.truth, warm);
    const { emergeMinD, emergeMaxD } = lot.truth.crop;
    const last = protocol.countDays[protocol.countDays.length - 1] ?? 14;
    const laid = Array.from({ length: bags }, () =>
      Array.from({ length: size }, (_, i) => {
        const lives = r.chance(alive);
        const sleeps = lives && r.chance(0.05);
        const dayUp = Math.max(2, Math.round(r.normal((emergeMinD + Math.min(emergeMaxD, last)) / 2.2, (last - emergeMinD) / 5)));
        return {
          position: i + 1,
          kind: sleeps ? 'hard' : lives ? (r.chance(0.04) ? 'abnormal' : 'normal') : r.chance(0.5) ? 'dead' : 'empty',
          dayUp: lives && !sleeps ? dayUp : last,
        };
      }),
    );
    const seen = laid.map(() => new Map<number, { kind: string; markedOn: string }>());
    protocol.countDays.forEach((d, c) => {
      const final = c === protocol.countDays.length - 1;
      const late = !final && r.chance(0.2) ? 1 : 0;
      // Two volunteers were away: some counts of the last weeks wait.
      const counted = addDays(warm, d + late);
      this.on(counted, (when) => {
        if (counted > addDays(DEMO_TODAY, -3) && r.chance(0.8)) return;
        laid.forEach((seeds, b) => {
          const marks = seen[b] as Map<number, { kind: string; markedOn: string }>;
          for (const s of seeds) {
            const shows = s.kind === 'normal' || s.kind === 'abnormal' ? s.dayUp <= d : final;
            if (shows && !marks.has(s.position)) marks.set(s.position, { kind: s.kind, markedOn: when });
          }
          const version = one<{ version: number }>(this.db, 'SELECT version FROM tests WHERE id = ?', id)?.version ?? 1;
          this.desk.do(when, 'post', `/tests/${String(id)}/counts`, {
            version,
            replicate: b + 1,
            countedOn: when,
            marks: [...marks].sort((a, z) => a[0] - z[0]).map(([position, m]) => ({ position, ...m })),
          });
        });
        if (final) {
          const version = one<{ version: number }>(this.db, 'SELECT version FROM tests WHERE id = ?', id)?.version ?? 1;
          this.desk.do(when, 'post', `/tests/${String(id)}/close`, { version, closedOn: when });
        }
      });
    });
  }

  private lend(day: string): void {
    const r = this.random;
    const lot = this.someLot(12);
    if (!lot || this.members.length === 0) return;
    // The desk feels which lots are gone, though it does not know.
    if (aliveOn(lot.truth, day) < 0.35 && r.chance(0.85)) return;
    const memberId = r.pick(this.members);
    const most = lot.truth.crop.seedsPerGram < 12 ? 10 : 30;
    const seeds = Math.min(this.free(lot), Math.max(6, r.whole(Math.floor(most / 2), most)));
    const purpose = r.chance(0.55) ? 'garden' : r.chance(0.75) ? 'save-seed' : 'renew';
    const promise = purpose === 'garden' ? (r.chance(0.7) ? 'nothing' : 'some') : r.chance(0.6) ? 'some' : 'amount';
    const dueOn = promise === 'nothing' ? null : dayInYear(yearOf(day) + (r.chance(0.5) ? 1 : 0), '11-30');
    const due = dueOn !== null && dueOn.startsWith(String(yearOf(day) + 1)) ? dayInYear(yearOf(day) + 1, '03-20') : dueOn;
    const loan = this.desk.do(day, 'post', '/loans', {
      lotCode: lot.code,
      memberId,
      seeds,
      purpose,
      promise,
      promisedSeeds: promise === 'amount' ? seeds * 3 : null,
      dueOn: due,
      lentOn: day,
      packetNote:
        lot.doubtful || one<{ identity: string }>(this.db, 'SELECT identity FROM lots WHERE id = ?', lot.id)?.identity !== 'sure'
          ? 'name not certain; tell us what it looks like'
          : null,
    });
    if (r.chance(0.62))
      this.on(addDays(day, r.whole(5, 45)), (when) => {
        this.sow(when, lot, loan.id, seeds);
      });
    if (promise !== 'nothing') {
      if (r.chance(purpose === 'garden' ? 0.35 : 0.68)) {
        const back =
          due !== null && due.slice(5) === '03-20'
            ? addDays(dayInYear(yearOf(day) + 1, '01-20'), r.whole(0, 55))
            : addDays(dayInYear(yearOf(day), '09-10'), r.whole(0, 70));
        this.on(back, (when) => {
          this.bringBack(when, lot, loan.id);
        });
      } else if (due !== null) {
        const patience = addDays(due, r.whole(10, 60));
        this.on(patience, (when) => {
          const open = one<{ settled_on: string | null }>(this.db, 'SELECT settled_on FROM loans WHERE id = ?', loan.id);
          if (open && open.settled_on === null && r.chance(0.95)) this.desk.do(when, 'post', `/loans/${String(loan.id)}/settle`, {});
        });
      }
    }
  }

  private sowOwn(day: string): void {
    const lot = this.someLot(14);
    if (lot && (aliveOn(lot.truth, day) > 0.3 || this.random.chance(0.2)))
      this.sow(day, lot, null, Math.min(this.free(lot), this.random.whole(8, 24)));
  }

  private sow(day: string, lot: Lot, loanId: number | null, most: number): void {
    const r = this.random;
    const per = r.whole(1, 3);
    const seeds = Math.max(1, Math.min(most, per * Math.max(1, Math.floor(most / per))));
    const method = r.pick(['cells', 'cells', 'heated-cells', 'pot', 'open-ground'] as const);
    const { id } = this.desk.do(day, 'post', '/sowings', {
      lotCode: lot.code,
      loanId,
      method,
      cells: Math.ceil(seeds / per),
      seedsPerCell: per,
      seeds,
      sownOn: day,
      whereSown: loanId === null ? r.pick(['tray on the bench', 'bed by the gate', 'cold frame']) : null,
    });
    const { crop } = lot.truth;
    const luck = Math.min(0.98, Math.max(0.1, r.normal(0.84, 0.1)));
    const up = r.binomial(seeds, aliveOn(lot.truth, day) * luck);
    const bad: Fate | null = r.chance(0.2)
      ? r.pick(['damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'mixed-up', 'thrown-out'] as const)
      : null;
    const version = (): number => one<{ version: number }>(this.db, 'SELECT version FROM sowings WHERE id = ?', id)?.version ?? 1;
    const look = (when: string, number: number): void => {
      if (when > addDays(DEMO_TODAY, -2) && r.chance(0.6)) return;
      const share = Math.min(1, daysBetween(day, when) / (crop.emergeMaxD + 2));
      const emerged = Math.round((bad !== null && number > 0 ? 0.4 : 1) * up * share);
      const before = one<{ n: number | null }>(this.db, 'SELECT max(emerged) AS n FROM emergence_counts WHERE sowing_id = ?', id)?.n ?? 0;
      this.desk.do(when, 'post', `/sowings/${String(id)}/counts`, {
        version: version(),
        countedOn: when,
        emerged: Math.max(before, emerged),
      });
      const next = nextLook(day, crop.emergeMinD, crop.emergeMaxD, when);
      if (next.last) {
        this.on(addDays(next.due, r.whole(0, 4)), (end) => {
          const came = one<{ n: number | null }>(this.db, 'SELECT max(emerged) AS n FROM emergence_counts WHERE sowing_id = ?', id)?.n ?? 0;
          const fate: Fate = bad ?? (came > 0 ? 'came-up' : 'not-come-up');
          this.desk.do(end, 'post', `/sowings/${String(id)}/fate`, { version: version(), fate, fateOn: end });
        });
      } else
        this.on(addDays(when, 7), (later) => {
          look(later, number + 1);
        });
    };
    this.on(addDays(day, crop.emergeMinD + r.whole(0, 3)), (when) => {
      look(when, 0);
    });
  }

  private bringBack(day: string, lot: Lot, loanId: number): void {
    const r = this.random;
    const { crop } = lot.truth;
    if (crop.trueToType === 'rarely' || crop.storageBehaviour === 'recalcitrant') return;
    const year = day.slice(5) < '09-01' ? yearOf(day) - 1 : yearOf(day);
    const back = this.desk.do<{ id: number; lotCode: string }>(day, 'post', '/returns', {
      loanId,
      receivedOn: day,
      harvestYear: year,
      seeds: crop.seedsPerGram < 12 ? r.whole(20, 60) : r.whole(6, 30) * 10,
      amountKnown: r.pick(['estimated', 'estimated', 'counted'] as const),
      form: 'raw',
      plants: r.chance(0.8) ? r.whole(1, Math.max(8, Math.round(crop.seedPlantsMin * 1.4))) : null,
      grownBeside: r.chance(0.4)
        ? r.pick(['another kind two rows on', 'nothing of its kind nearby', 'the neighbour’s, over the hedge', 'squash across the path'])
        : null,
      isolated: r.pick(['yes', 'no', 'unknown'] as const),
    });
    const row = one<{ id: number; variety_id: number }>(this.db, 'SELECT id, variety_id FROM lots WHERE code = ?', back.lotCode);
    if (!row) return;
    const child: Lot = {
      id: row.id,
      code: back.lotCode,
      varietyId: row.variety_id,
      doubtful: lot.doubtful,
      kept: true,
      truth: drawTruth(r, crop, ageingStart('harvest', year, day, 'north'), 'cleaned'),
    };
    this.lots.push(child);
    this.on(addDays(day, r.whole(16, 40)), (when) => {
      const place = this.places[r.weighted(PLACE_WEIGHTS)];
      if (place) child.truth.storage.push({ from: when, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
      this.desk.do(when, 'post', `/returns/${String(back.id)}/release`, {
        version: 1,
        dried: true,
        clean: true,
        named: true,
        placeId: place?.id ?? null,
      });
    });
  }

  private doubt(day: string, i: number): void {
    const lot = this.someLot(1);
    if (!lot) return;
    lot.doubtful = true;
    const row = one<{ version: number; identity: string }>(this.db, 'SELECT version, identity FROM lots WHERE id = ?', lot.id);
    if (!row || row.identity === 'doubtful') return;
    this.desk.do(day, 'patch', `/lots/${lot.code}`, {
      version: row.version,
      identity: 'doubtful',
      identityReason: MIXUP_REASONS[i % MIXUP_REASONS.length],
    });
  }

  private discard(day: string): void {
    const old = this.lots.filter((l) => l.kept && aliveOn(l.truth, day) < 0.15);
    const lot = old.find((l) => (one<{ balance: number }>(this.db, 'SELECT balance FROM lots WHERE id = ?', l.id)?.balance ?? 0) > 0);
    const balance = lot ? one<{ balance: number }>(this.db, 'SELECT balance FROM lots WHERE id = ?', lot.id)?.balance : 0;
    if (!lot || !balance) return;
    lot.kept = false;
    this.desk.do(day, 'post', `/lots/${lot.code}/movements`, {
      kind: 'discarded',
      seeds: -balance,
      reason: 'nothing came up two years running',
    });
  }

  private move(day: string): void {
    const lot = this.someLot(1);
    const place = this.places[this.random.pick([3, 4])];
    if (!lot || !place || lot.truth.storage.some((s) => s.from >= day)) return;
    lot.truth.storage.push({ from: day, temperatureC: place.temperatureC, rhPercent: place.rhPercent });
    this.desk.do(day, 'post', `/lots/${lot.code}/move`, { placeId: place.id, movedOn: day });
  }

  /** Somebody typed a wrong amount, saw it, and took it back. */
  private slip(day: string): void {
    const lot = this.someLot(40);
    if (!lot) return;
    const step = this.desk.do(day, 'post', `/lots/${lot.code}/movements`, { kind: 'correction', seeds: -30, reason: 'counted again' });
    this.desk.do(day, 'post', `/history/${String(step.actionId)}/undo`, {});
  }
}

/** Fills an empty library with the demo story, in one transaction. */
export function generateDemo(db: Db): void {
  db.transaction(() => {
    new Story(db).tell();
  }).immediate();
}
