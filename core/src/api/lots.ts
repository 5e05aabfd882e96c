import type { LabelSowing, LibraryCrop, NOTHING_LEFT, SeedForm, Verdict, Weighing } from '../index.ts';
import { asSeenForm, intakeForm, lotEditForm, moveForm, movementForm, putAwayForm } from '../schemas/forms.ts';
import { envelopeTextForm, followPacketForm, judgingForm, packetsForm, photoForm, weighingForm, wetForm } from '../schemas/keepForms.ts';
import { mixForm } from '../schemas/growingForms.ts';
import { overruleForm } from '../schemas/testForms.ts';
import { changes, does, givesFile, oneOf, reads, text, whole } from './contract.ts';
import type { LotModel, LotSheetData, RibbonDot, RibbonPoint } from './lotSheet.ts';
import type { NearVariety } from './varieties.ts';

/** How a list of lots may be sorted. */
export const LOT_SORTS = ['crop', 'year', 'seeds', 'alive'] as const;

/** A row of the list of lots, as `GET /api/lots` answers it. */
export interface ListedLot {
  readonly id: number;
  readonly code: string;
  readonly variety: string;
  readonly varietyId: number;
  readonly crop: string;
  readonly cropKey: string;
  readonly scientific: string;
  readonly acquisition: string;
  readonly form: SeedForm;
  readonly year: number | null;
  readonly yearKind: string;
  readonly balance: number;
  readonly floor: number;
  readonly amountKnown: string;
  readonly identity: string;
  readonly state: 'kept' | 'quarantine';
  readonly median: number | null;
  readonly low: number | null;
  readonly high: number | null;
  /** The share that comes true to type; null of hybrids and of what never does. */
  readonly trueMean: number | null;
  readonly verdict: Verdict | typeof NOTHING_LEFT | null;
  readonly beside: Verdict | null;
  readonly picture: { readonly ribbon: readonly RibbonPoint[]; readonly dots: readonly RibbonDot[]; readonly threshold: number } | null;
}

/** Crops of a list, with how many of its lots are of each. */
export interface CropCount {
  readonly key: string;
  readonly name: string;
  readonly scientific: string;
  readonly n: number;
}

/** A lot by its code, with what a label and putting away need. */
export interface LotByCode extends Omit<ListedLot, 'picture'> {
  readonly generation: number;
  readonly placeId: number | null;
  readonly sowing: LabelSowing & { readonly after: string | null };
  readonly saving: {
    readonly seedPlantsMin: number;
    readonly apartM: number | null;
    readonly hybrid: boolean;
    readonly comesTrue: LibraryCrop['trueToType'];
    readonly grown: { readonly plants: number | null; readonly isolated: string } | null;
  };
  readonly cautions: readonly string[];
  readonly shortCautions: readonly string[];
  readonly packets: LotSheetData['packets'];
}

/** A lot among its ancestors and descendants. */
export interface DescentLot {
  readonly id: number;
  readonly code: string;
  /** What it was grown from, or mixed of. */
  readonly parentIds: readonly number[];
  readonly mixed: boolean;
  /** What is left in it of the diversity of its first known ancestors, 0..1. */
  readonly kept: number;
  /** How many plants it was grown from is not known somewhere on the way; the fewest that will do were taken. */
  readonly keptUnsure: boolean;
  readonly trueMean: number | null;
  readonly generation: number;
  readonly year: number | null;
  readonly state: string;
  readonly balance: number;
  readonly identity: string;
  readonly median: number | null;
  readonly verdict: string | null;
  readonly grownBy: string | null;
  readonly plants: number | null;
  readonly isolated: string | null;
  readonly openLoans: number;
  readonly loans: number;
}

/** What lots of one variety would be, mixed. */
export interface MixLook {
  readonly variety: string;
  readonly seeds: number;
  readonly alive: number;
  readonly trueMean: number | null;
  readonly kept: number;
  readonly parts: readonly {
    readonly code: string;
    readonly seeds: number;
    readonly balance: number;
    readonly year: number | null;
    readonly alive: number;
    readonly trueMean: number | null;
    readonly kept: number;
  }[];
  /** What speaks for and against it. */
  readonly words: readonly string[];
}

/** What a line of the intake says before it is saved. */
export interface LineLook {
  readonly crop: {
    readonly key: string;
    readonly name: string;
    readonly scientific: string;
    readonly seedsPerGram: number;
    /** How it was come by: said, known by the variety, by a name like it, or by a word of the nickname. */
    readonly by: 'typed' | 'variety' | 'near' | 'word';
  } | null;
  /** Crops that the name may mean, the likeliest first: one has to be chosen. */
  readonly choices: readonly { readonly key: string; readonly name: string; readonly scientific: string }[];
  readonly known: {
    readonly id: number;
    readonly name: string;
    readonly cropKey: string;
    readonly crop: string;
    readonly lots: number;
  } | null;
  readonly near: readonly NearVariety[];
  readonly cautions: readonly string[];
}

/** What follows from putting something right, as it would be said. */
interface Said {
  readonly agesFrom: string;
  readonly alive: string;
  readonly verdict: string;
  readonly balance: number;
}
export interface Follows {
  /** The step as the history would have it. */
  readonly summary: string;
  readonly before: Said;
  readonly after: Said;
  /** Labels that would have to be printed again. */
  readonly labels: number;
}

/** A lot that a test would tell most of. */
export interface WorthLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly balance: number;
  readonly median: number;
  readonly low: number;
  readonly high: number;
  readonly verdict: Verdict;
  readonly worth: number;
  readonly why: string;
}

/** What names a lot that was changed. */
interface OfLot {
  readonly code: string;
}

const LIST = { tag: text(), crop: text(), sort: oneOf(LOT_SORTS) } as const;

export const lotsApi = {
  list: reads<{ readonly lots: readonly ListedLot[]; readonly next: string | null }>()('/lots', 'desk', {
    ...LIST,
    limit: whole(1, 500),
    /** So many lots on in the list, or after the end of another page. */
    from: whole(0, 10_000_000),
    after: text(2000),
  }),
  tags: reads<{ readonly tags: Readonly<Record<string, number>> }>()('/lots/tags', 'desk'),
  crops: reads<{ readonly crops: readonly CropCount[] }>()('/lots/crops', 'desk', { tag: text() }),
  byCode: reads<{ readonly lots: readonly LotByCode[] }>()('/lots/by-code', 'desk', { codes: text(4000) }),
  look: reads<LineLook>()('/intake/look', 'desk', { name: text(120), crop: text(60) }),
  sheet: reads<LotSheetData>()('/lots/:code', 'desk'),
  position: reads<{ readonly at: number | null }>()('/lots/:code/position', 'desk', LIST),
  model: reads<LotModel>()('/lots/:code/model', 'desk'),
  descent: reads<{ readonly lots: readonly DescentLot[] }>()('/lots/:code/descent', 'desk'),
  mixLook: does<MixLook>()('/mixes/look', mixForm, 'desk'),
  /** Lots of one variety become one, with all of them for its parents. */
  mix: changes<OfLot & { readonly id: number }>()('post', '/mixes', mixForm, 'desk'),
  takeIn: changes<OfLot & { readonly id: number }>()('post', '/lots', intakeForm, 'desk'),
  putRight: changes<OfLot>()('patch', '/lots/:code', lotEditForm, 'desk'),
  whatFollows: does<Follows>()('/lots/:code/put-right', lotEditForm, 'desk'),
  move: changes<OfLot>()('post', '/lots/:code/move', moveForm, 'desk'),
  putAway: changes<{ readonly count: number }>()('post', '/table/put-away', putAwayForm, 'desk'),
  amount: changes<OfLot & { readonly balance: number }>()('post', '/lots/:code/movements', movementForm, 'desk'),
  weigh: changes<OfLot & Weighing>()('post', '/lots/:code/weighings', weighingForm, 'desk'),
  envelope: changes<OfLot>()('put', '/lots/:code/envelope', envelopeTextForm, 'desk'),
  followPacket: changes<OfLot>()('put', '/lots/:code/follow-packet', followPacketForm, 'desk'),
  wet: changes<OfLot>()('post', '/lots/:code/wet', wetForm, 'desk'),
  found: changes<OfLot>()('post', '/lots/:code/found', asSeenForm, 'desk'),
  fill: changes<{ readonly id: number; readonly loose: number }>()('post', '/lots/:code/packets', packetsForm, 'desk'),
  pourBack: changes<OfLot>()('post', '/packets/:id/pour-back', asSeenForm, 'desk'),
  overrule: changes<{ readonly id: number }>()('post', '/lots/:code/overrule', overruleForm, 'coordinator'),
  endOverrule: changes<{ readonly id: number }>()('post', '/lots/:code/overrule/end', asSeenForm, 'coordinator'),
  addPhoto: changes<{ readonly id: number }>()('post', '/lots/:code/photos', photoForm, 'desk'),
  removePhoto: changes<{ readonly id: number }>()('delete', '/photos/:id', asSeenForm, 'desk'),
  photo: givesFile('/photos/:file', 'image/jpeg', 'desk'),
  csv: givesFile('/export/lots.csv', 'text/csv', 'desk'),
  worth: reads<{ readonly lots: readonly WorthLot[] }>()('/worth', 'desk', { limit: whole(1, 200) }),
  judging: does<{ readonly paused: boolean }>()('/judging', judgingForm, 'desk'),
};
