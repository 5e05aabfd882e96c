import { LABEL_FORMATS, parseLotCode, plural, type PrinterFit, wrong } from '@esprel/core';
import { type FitAsked, labelsApi, type LabelsPlan } from '@esprel/core/api';
import { printer } from '../devices/printer.ts';
import { readSettings } from '../records/settings.ts';
import { acts, FileAnswer, gives, type Route, serves } from '../routing/route.ts';
import { drawing, drawnLabels, drawnSoFar } from './drawn.ts';

/** How the printer fits, where its test page was measured. */
function fitOf({ scaleX, scaleY, shiftX, shiftY }: FitAsked): PrinterFit {
  return { scaleX: scaleX ?? 1, scaleY: scaleY ?? 1, shiftXMm: shiftX ?? 0, shiftYMm: shiftY ?? 0 };
}

export function labelRoutes(): Route[] {
  return [
    serves(labelsApi.plan, ({ db, today }, { query }) => drawnLabels(db, query, today, { as: 'plan' }) as Promise<LabelsPlan>),
    serves(labelsApi.formats, () => ({ formats: Object.entries(LABEL_FORMATS).map(([name, f]) => ({ name, ...f })) })),
    gives(labelsApi.page, async ({ db, today }, { query }) => {
      const page = query.page ?? 1;
      const svg = await drawnLabels(db, query, today, { as: 'page', page, outlines: query.outlines === '1' });
      return new FileAnswer(svg as string);
    }),
    gives(labelsApi.pdf, async ({ db, today }, { query }) => {
      const pdf = Buffer.from((await drawnLabels(db, query, today, { as: 'pdf', fit: fitOf(query) })) as Uint8Array);
      return new FileAnswer(pdf, query.save === '1' ? { saveAs: `labels ${today}.pdf` } : {});
    }),
    gives(labelsApi.testPage, async ({ db }, { query }) => {
      const { testPagePdf } = await drawing();
      const name = query.format ?? 'a4-21';
      const { libraryName, lengthUnit } = readSettings(db);
      return new FileAnswer(Buffer.from(await testPagePdf(LABEL_FORMATS[name], { fit: fitOf(query), libraryName, lengthUnit })));
    }),
    serves(labelsApi.drawing, ({ db, today }, { query }) => drawnSoFar(db, query, today)),
    gives(labelsApi.code, async (_reader, { params }) => {
      const code = parseLotCode(params.code);
      if (code === null) throw wrong('code', 'is not a lot code');
      return new FileAnswer((await drawing()).codeSvg(code), { keepSeconds: 86_400 });
    }),
    acts(labelsApi.print, async ({ db, today }, { query }) => {
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
