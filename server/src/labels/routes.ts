import { LABEL_FORMATS, parseLotCode, plural, wrong } from '@esprel/core';
import { printer } from '../devices/printer.ts';
import { queryWhole } from '../routing/query.ts';
import { unrecorded, FileAnswer, read, type Route } from '../routing/route.ts';
import { drawing, drawnLabels, drawnSoFar } from './drawn.ts';

export function labelRoutes(): Route[] {
  return [
    read('/labels/plan', ({ db, today }, { query }) => drawnLabels(db, query, today, { as: 'plan' })),
    read('/labels/formats', () => ({ formats: Object.entries(LABEL_FORMATS).map(([name, f]) => ({ name, ...f })) })),
    read('/labels/page.svg', async ({ db, today }, { query }) => {
      const page = queryWhole(query, 'page', 1, 5000) ?? 1;
      const svg = await drawnLabels(db, query, today, { as: 'page', page, outlines: query.outlines === '1' });
      return new FileAnswer('image/svg+xml', svg as string);
    }),
    read('/labels/labels.pdf', async ({ db, today }, { query }) => {
      const pdf = Buffer.from((await drawnLabels(db, query, today, { as: 'pdf' })) as Uint8Array);
      return new FileAnswer('application/pdf', pdf, query.save === '1' ? { saveAs: `labels ${today}.pdf` } : {});
    }),
    read('/labels/drawing', ({ db, today }, { query }) => drawnSoFar(db, query, today)),
    read('/labels/:code.svg', async (_reader, { params }) => {
      const code = parseLotCode(params.code ?? '');
      if (code === null) throw wrong('code', 'is not a lot code');
      return new FileAnswer('image/svg+xml', (await drawing()).codeSvg(code), { keepSeconds: 86_400 });
    }),
    unrecorded('/labels/print', async ({ db, today }, { query }) => {
      const { pageSvg, planRun } = await drawing();
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
