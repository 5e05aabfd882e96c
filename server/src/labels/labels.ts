import { LABEL_FORMATS, parseLotCode, plural, wrong } from '@esprel/core';
import { queryText, queryWhole } from '../http/query.ts';
import { action, FileAnswer, read, type Route } from '../http/route.ts';
import { printer } from '../devices/printer.ts';
import { codeSvg, pageSvg } from './drawSvg.ts';
import { labelsPdf } from './drawPdf.ts';
import { work } from '../threads/pool.ts';
import { planRun } from './run.ts';

/** So many are drawn at once, while somebody waits for a page. */
const FEW_LABELS = 20;

function fewLabels(query: Readonly<Record<string, unknown>>): boolean {
  const codes = (queryText(query, 'codes', 6000) ?? '').split(',').length;
  return query.codes !== undefined && codes * (queryWhole(query, 'copies', 1, 500) ?? 1) <= FEW_LABELS;
}

export function labelRoutes(): Route[] {
  return [
    read('/labels/plan', ({ db, today }, { query }) => {
      const run = planRun(db, query, today);
      return { kind: run.kind, format: run.formatName, labels: run.labels.length, pages: run.pages, problems: run.problems };
    }),
    read('/labels/formats', () => ({ formats: Object.entries(LABEL_FORMATS).map(([name, f]) => ({ name, ...f })) })),
    read('/labels/page.svg', ({ db, today }, { query }) => {
      const run = planRun(db, query, today);
      const page = queryWhole(query, 'page', 1, 5000) ?? 1;
      if (page > Math.max(1, run.pages)) throw wrong('page', `there are only ${plural(run.pages, 'page')}`);
      return new FileAnswer('image/svg+xml', pageSvg(run, page - 1, query.outlines === '1'));
    }),
    read('/labels/labels.pdf', async ({ db, today }, { query }) => {
      // A library in memory cannot be opened by a second thread.
      const here = db.memory || fewLabels(query);
      return new FileAnswer(
        'application/pdf',
        here ? await labelsPdf(db, query, today) : Buffer.from(await work({ kind: 'labels', file: db.name, query, today })),
        query.save === '1' ? { saveAs: `labels ${today}.pdf` } : {},
      );
    }),
    read('/labels/:code.svg', (_reader, { params }) => {
      const code = parseLotCode(params.code ?? '');
      if (code === null) throw wrong('code', 'is not a lot code');
      return new FileAnswer('image/svg+xml', codeSvg(code), { keepSeconds: 86_400 });
    }),
    action('/labels/print', async ({ db, today }, { query }) => {
      const run = planRun(db, query, today);
      if (run.labels.length === 0) throw wrong('codes', 'choose a lot first');
      return printer(db).print({
        title: run.labels.length === 1 ? (run.labels[0]?.text.title ?? '') : `${plural(run.labels.length, 'label')}, ${run.kind}`,
        labels: run.labels.length,
        pages: Array.from({ length: run.pages }, (_, p) => pageSvg(run, p, true)),
        labelsOnPage: Array.from({ length: run.pages }, (_, p) => run.labels.filter((l) => l.page === p).length),
      });
    }),
  ];
}
