import { LABEL_FORMATS, LABEL_KINDS, type LabelFormat, type LabelFormatName, type LabelKind } from '../labels/formats.ts';
import { emptyForm } from '../schemas/forms.ts';
import { decimal, does, givesFile, oneOf, type Query, reads, text, whole } from './contract.ts';
import type { Printed } from './devices.ts';

const FORMATS = Object.keys(LABEL_FORMATS) as LabelFormatName[];
const ID = whole(1, Number.MAX_SAFE_INTEGER);

/** How the printer fits, as its test page was measured (`printerFit`); what is printed on paper makes up for it. */
const FIT = { scaleX: decimal(0.88, 1.12), scaleY: decimal(0.88, 1.12), shiftX: decimal(-15, 15), shiftY: decimal(-15, 15) } as const;
export type FitAsked = Query<typeof FIT>;

/** What a run of labels is; every output takes the same. */
const RUN = {
  kind: oneOf(LABEL_KINDS),
  format: oneOf(FORMATS),
  /** Labels of the first sheet that are used already. */
  skip: whole(0, 500),
  copies: whole(1, 500),
  /** Of what: lots by code, boxes by place, bags by test; or a tray. */
  codes: text(6000),
  places: text(6000),
  tests: text(6000),
  tray: ID,
  each: oneOf(['marker', 'plant']),
  /** What a packet or a pot is labelled with beside its lot. */
  sowing: ID,
  loan: ID,
  /** A packet that lies ready for whoever asked. */
  ask: ID,
  seeds: whole(1, 10_000_000),
  /** All packets that are brought to a swap day. */
  swap: ID,
} as const;
export type LabelRunAsked = Query<typeof RUN>;

/** How a run comes out, without drawing it. */
export interface LabelsPlan {
  readonly kind: LabelKind;
  readonly format: LabelFormatName;
  readonly labels: number;
  readonly pages: number;
  /** What does not come out as it should, by lot code or place. */
  readonly problems: readonly { readonly of: string; readonly message: string }[];
}

export const labelsApi = {
  plan: reads<LabelsPlan>()('/labels/plan', 'desk', RUN),
  formats: reads<{ readonly formats: readonly (LabelFormat & { readonly name: string })[] }>()('/labels/formats', 'desk'),
  /** How far the drawing of a run is. */
  drawing: reads<{ readonly done: number; readonly of: number }>()('/labels/drawing', 'desk', RUN),
  page: givesFile('/labels/page.svg', 'image/svg+xml', 'desk', { ...RUN, page: whole(1, 5000), outlines: oneOf(['1']) }),
  pdf: givesFile('/labels/labels.pdf', 'application/pdf', 'desk', { ...RUN, ...FIT, save: oneOf(['1']) }),
  /** A page with two lines to be measured with a ruler, and where the labels of that sheet lie. */
  testPage: givesFile('/labels/test-page.pdf', 'application/pdf', 'desk', { format: oneOf(FORMATS), ...FIT }),
  code: givesFile('/labels/:code.svg', 'image/svg+xml', 'desk'),
  print: does<Printed>()('/labels/print', emptyForm, 'desk', RUN),
};
