import { plural } from '@esprel/core';
import { devicesApi, type Printed } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { notFound, Problem } from '../problem.ts';
import { acts, FileAnswer, gives, type Route, serves } from '../routing/route.ts';

interface PrintJob {
  readonly title: string;
  readonly labels: number;
  /** Each page as SVG. */
  readonly pages: readonly string[];
  readonly labelsOnPage: readonly number[];
}

/** A label printer. A real one takes its place by taking jobs in the same way. */
interface LabelPrinter {
  print(job: PrintJob): Promise<Printed>;
}

const KEPT_JOBS = 20;

/** A printer that stands in for a real one: it counts its labels, can jam, and keeps what came out to be looked at. */
class SimulatedPrinter implements LabelPrinter {
  private jobs: (Printed & { readonly svg: readonly string[] })[] = [];
  private next = 1;
  labelsLeft = 500;
  jammed = false;

  print(job: PrintJob): Promise<Printed> {
    if (this.jammed)
      return Promise.reject(new Problem('device', 'The label printer is jammed. Open it, take the label out, and print again.'));
    if (this.labelsLeft === 0)
      return Promise.reject(new Problem('device', 'The label printer has no labels left. Put a roll in, and print again.'));
    let out = 0;
    const svg: string[] = [];
    for (const [i, page] of job.pages.entries()) {
      if (this.labelsLeft <= 0) break;
      const n = Math.min(job.labelsOnPage[i] ?? 0, this.labelsLeft);
      this.labelsLeft -= n;
      out += n;
      svg.push(page);
    }
    const printed = {
      id: this.next++,
      title: job.title,
      labels: job.labels,
      pages: svg.length,
      cameOut: out,
      state: out < job.labels ? ('ran-out' as const) : ('printed' as const),
    };
    this.jobs = [{ ...printed, svg }, ...this.jobs].slice(0, KEPT_JOBS);
    return Promise.resolve(printed);
  }

  done(): readonly Printed[] {
    return this.jobs.map(({ svg: _svg, ...job }) => job);
  }

  page(id: number, page: number): string | null {
    return this.jobs.find((j) => j.id === id)?.svg[page] ?? null;
  }
}

const printers = new WeakMap<Db, SimulatedPrinter>();

/** The label printer of a library. */
export function printer(db: Db): SimulatedPrinter {
  let p = printers.get(db);
  if (!p) printers.set(db, (p = new SimulatedPrinter()));
  return p;
}

export function printerRoutes(): Route[] {
  const state = (db: Db) => {
    const p = printer(db);
    return {
      labelsLeft: p.labelsLeft,
      jammed: p.jammed,
      words: p.jammed ? 'jammed' : `${plural(p.labelsLeft, 'label')} left`,
      jobs: p.done(),
    };
  };
  return [
    serves(devicesApi.printer, ({ db }) => state(db)),
    gives(devicesApi.printedPage, ({ db }, { params }) => {
      const svg = printer(db).page(Number(params.id), Number(params.page) - 1);
      if (svg === null) throw notFound('That printed page');
      return new FileAnswer(svg);
    }),
    acts(devicesApi.setPrinter, ({ db }, { body }) => {
      const p = printer(db);
      p.labelsLeft = body.labelsLeft ?? p.labelsLeft;
      p.jammed = body.jammed ?? p.jammed;
      return state(db);
    }),
  ];
}
