import type { Settings } from '../schemas/forms.ts';
import type { Difficulty } from '../growing/saving.ts';
import type { Apart } from '../growing/apart.ts';
import type { SavingHow, SavingStep, SavingStepKey } from '../growing/savingSteps.ts';
import type { MessagePurpose } from '../members/reach.ts';
import type { PacketFacts } from '../members/packetNow.ts';
import type { RenewalAnswerSaid } from '../schemas/renewalForms.ts';
import type { PromiseKind, Purpose } from '../lots/vocabulary.ts';
import type { AskKind } from '../schemas/memberForms.ts';
import { givesFile, oneOf, reads, text } from './contract.ts';

/** A variety that the library asks to be grown on, in a garden and season. */
export interface MyGrowAsk {
  readonly id: number;
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly season: number;
  readonly garden: string;
  readonly plants: number;
  readonly apart: Apart;
  readonly years: 1 | 2;
  /** The packet lies ready already. */
  readonly ready: boolean;
  /** Said not long ago; null while it is open. */
  readonly answer: RenewalAnswerSaid | null;
  /** The step that takes the answer back; null where nothing can. */
  readonly undo: number | null;
  /** What else they could grow instead. */
  readonly others: readonly { readonly varietyId: number; readonly variety: string; readonly crop: string }[];
  readonly cautions: readonly string[];
}

/** What a library says of itself on a phone. */
export interface MyLibrary {
  readonly name: string;
  /** Days of the week on which it is open, 0 for Sunday; none where any day will do. */
  readonly openDays: readonly number[];
  readonly fairShare: number | null;
  readonly said: Pick<Settings, 'dateOrder' | 'temperatureUnit' | 'lengthUnit' | 'massUnit'>;
}

/** Seed of a packet that a member has sown. */
export interface MySowing {
  readonly id: number;
  readonly seeds: number;
  readonly sownOn: string;
  readonly emerged: number | null;
  readonly fate: string | null;
  /** The step of the member that can be taken back: the last about this sowing; null where the desk wrote since. */
  readonly undo: number | null;
}

/** Seed in a member's hand or ground. */
export interface MyPacket {
  readonly loanId: number;
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly purpose: Purpose;
  readonly lentOn: string;
  /** Seeds that are still in the packet. */
  readonly left: number;
  readonly facts: PacketFacts;
  readonly cautions: readonly string[];
  /** How it is sown and saved, as on the slip. */
  readonly lines: readonly string[];
  readonly sowings: readonly MySowing[];
}

/** What was said of one step of growing for seed. */
export interface MySavingDone {
  readonly step: SavingStepKey;
  readonly doneOn: string;
  readonly plants: number | null;
  readonly taken: number | null;
  readonly apart: Apart | null;
  readonly nearM: number | null;
  readonly how: SavingHow | null;
  readonly grams: number | null;
  readonly note: string | null;
  readonly photo: string | null;
  readonly undo: number | null;
}

/** Seed that was lent to be saved or renewed. */
export interface MySaving {
  readonly loanId: number;
  readonly variety: string;
  readonly crop: string;
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: string | null;
  /** How many plants the seed should come from. */
  readonly plantsWords: string;
  /** A hybrid, or a crop that hardly ever comes true. */
  readonly warning: string | null;
  readonly cautions: readonly string[];
  /** Null for a crop of which the library has no steps. */
  readonly steps: readonly SavingStep[] | null;
  readonly done: readonly MySavingDone[];
  readonly sowings: readonly MySowing[];
}

export interface MyAsk {
  readonly id: number;
  readonly kind: AskKind;
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly askedOn: string;
  /** Laid ready since, and until when it waits. */
  readonly laidOn: string | null;
  readonly waitsUntil: string | null;
  /** Others who wait since before. */
  readonly before: number;
  /** Said when it was declined or put back, not long ago. */
  readonly answer: string | null;
}

export interface MyPromise {
  readonly loanId: number;
  readonly variety: string;
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: string;
}

/** What became of seed that a member brought. */
export interface BroughtSeed {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly receivedOn: string;
  readonly seeds: number;
  /** Other members who have or had seed of it. */
  readonly gardens: number;
  readonly alive: number | null;
  readonly waits: boolean;
}

/** What is kept about a member, and theirs to read. */
export interface MyFacts {
  readonly id: number;
  readonly name: string;
  /** What they like to be called. */
  readonly called: string | null;
  readonly place: string | null;
  readonly language: string | null;
  readonly email: string | null;
  readonly phone: string | null;
  /** Where a letter goes. */
  readonly post: string | null;
  /** Any other way to reach them. */
  readonly contact: string | null;
  /** The day on which they agreed to be reached, and what for. */
  readonly consentOn: string | null;
  readonly consentFor: readonly MessagePurpose[];
  readonly joinedOn: string;
  readonly version: number;
}

/** What is kept about a member of one sort; columns by their names in words, joined by underscores. */
export interface KeptPart {
  readonly title: string;
  readonly rows: readonly Readonly<Record<string, string | number | null>>[];
}

/** All that is kept about a member, for them to read and take along. */
export interface KeptAboutMe {
  readonly library: string;
  readonly madeOn: string;
  readonly facts: MyFacts;
  /** Those of which there is something. */
  readonly parts: readonly KeptPart[];
}

/** All that a member's page shows; kept on the phone for when there is no network. */
export interface MyPage {
  readonly today: string;
  readonly library: MyLibrary;
  readonly me: MyFacts;
  /** The garden whose seasons stand there; null where they are those of the library. */
  readonly garden: string | null;
  readonly packets: readonly MyPacket[];
  readonly saving: readonly MySaving[];
  readonly asks: readonly MyAsk[];
  /** What the library asks of them. */
  readonly grow: readonly MyGrowAsk[];
  readonly promises: readonly MyPromise[];
  readonly returns: readonly BroughtSeed[];
}

/** What may be asked for. */
export interface FoundVariety {
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly difficulty: Difficulty | null;
  /** Of a hundred seeds so many are alive, by the estimate. */
  readonly alive: number;
  readonly perCell: number | null;
  readonly unit: 'seed' | 'cluster';
  /** It can be sown today, or within two weeks. */
  readonly sowNow: boolean;
  /** `ask`: a packet may be had. `wait`: all that may be lent is out. `grow`: what is left goes to whoever grows it on. */
  readonly state: 'ask' | 'wait' | 'grow';
  /** Those who wait for it. */
  readonly waiting: number;
  /** Plants at the least, and years until there is seed, for whoever would grow it on. */
  readonly plantsLeast: number;
  readonly years: 1 | 2;
  readonly cautions: readonly string[];
}

export const FIND_CHIPS = ['now', 'easy', 'growers'] as const;
export interface FoundSeed {
  readonly varieties: readonly FoundVariety[];
  /** There are more than are shown. */
  readonly more: boolean;
}

/** What a member's page only reads. It stands apart from what it says, which is checked on the library's side: a phone needs no checks of its own to load. */
const found = { q: text(100), what: oneOf(FIND_CHIPS) };
export const mySeen = {
  page: reads<MyPage>()('/my', 'member'),
  find: reads<FoundSeed>()('/my/find', 'member', found),
  photo: givesFile('/my/photos/:file', 'image/jpeg', 'member'),
  /** All that is kept about a member. */
  kept: reads<KeptAboutMe>()('/my/kept', 'member'),
  /** The same as a file. */
  file: givesFile('/my/facts.json', 'application/json', 'member'),
  /** What may be lent, without people, for anybody; where the library switched it on. */
  public: reads<FoundSeed & { readonly library: MyLibrary }>()('/public/find', 'anyone', found),
};

/** Where a phone says something; `myApi` holds what is said there. */
export const MY_PATHS = {
  enter: '/my/enter',
  signOut: '/my/sign-out',
  link: '/my/link',
  sow: '/my/loans/:id/sowings',
  count: '/my/sowings/:id/count',
  fate: '/my/sowings/:id/fate',
  saving: '/my/loans/:id/saving',
  savingPhoto: '/my/loans/:id/photo',
  ask: '/my/asks',
  unask: '/my/asks/:id/withdraw',
  grow: '/my/grow/:id/answer',
  takeBack: '/my/steps/:id/undo',
  facts: '/my/facts',
} as const;
