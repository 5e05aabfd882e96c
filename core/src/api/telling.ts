import type { MessageKind, MessageWay } from '../members/messages.ts';
import { emptyForm } from '../schemas/forms.ts';
import { askLinkForm, postForm, postOfficeForm, tellForm } from '../schemas/memberForms.ts';
import { does, givesFile, reads, text, whole } from './contract.ts';
import { MY_PATHS } from './mySeen.ts';

/** Something that a member should be told, in the words of the program; somebody reads it before it goes. */
export interface ProposedMessage {
  readonly memberId: number;
  readonly member: string;
  readonly kind: MessageKind;
  readonly aboutIds: readonly number[];
  readonly subject: string;
  readonly text: string;
  /** How they can be told; none but in person without consent. */
  readonly ways: readonly MessageWay[];
  readonly agreed: boolean;
  /** The last day on which anything was told. */
  readonly lastTold: string | null;
}

/** What was told, kept with its text, day and way. */
export interface KeptMessage {
  readonly id: number;
  readonly memberId: number;
  readonly member: string;
  readonly kind: MessageKind;
  readonly way: MessageWay;
  readonly subject: string;
  readonly text: string;
  readonly toldOn: string;
  readonly person: string | null;
  readonly byItself: boolean;
  readonly state: 'told' | 'sending' | 'failed';
  readonly problem: string | null;
}

/** How e-mail leaves the library. The password is written and never read. */
export interface PostSettings {
  readonly host: string | null;
  readonly port: number;
  readonly security: 'starttls' | 'tls' | 'none';
  readonly user: string | null;
  readonly hasPassword: boolean;
  readonly sender: string | null;
  readonly byItself: readonly MessageKind[];
  readonly version: number;
}

/** What came out of the post office that ships with the program. */
export interface CameOut {
  readonly id: number;
  readonly at: string;
  readonly to: string;
  readonly from: string;
  readonly subject: string;
  readonly text: string;
}
export interface PostOfficeState {
  /** Whether it is the one in use. */
  readonly used: boolean;
  readonly behaves: 'works' | 'refuses' | 'hangs';
  readonly cameOut: readonly CameOut[];
}

export const tellingApi = {
  proposed: reads<{ readonly messages: readonly ProposedMessage[] }>()('/messages/proposed', 'desk'),
  kept: reads<{ readonly messages: readonly KeptMessage[] }>()('/messages', 'desk', { member: whole(1, Number.MAX_SAFE_INTEGER) }),
  /** Asks all who agreed to be asked whether they could grow a variety: proposals, to be read and sent. */
  growers: reads<{ readonly messages: readonly ProposedMessage[] }>()('/messages/growers', 'desk', {
    variety: whole(1, Number.MAX_SAFE_INTEGER),
  }),
  tell: does<{ readonly id: number }>()('/messages', tellForm, 'desk'),
  again: does<{ readonly id: number }>()('/messages/:id/again', emptyForm, 'desk'),
  letters: givesFile('/messages/letters.pdf', 'application/pdf', 'desk', { ids: text(2000) }),
  post: reads<PostSettings>()('/post', 'coordinator'),
  setPost: does<PostSettings>()('/post', postForm, 'coordinator'),
  /** Sends a letter to oneself: to the address of the library. */
  tryPost: does<{ readonly said: string }>()('/post/try', emptyForm, 'coordinator'),
  /** What came out names addresses, and holds links that open pages. */
  office: reads<PostOfficeState>()('/devices/post-office', 'coordinator'),
  setOffice: does<PostOfficeState>()('/devices/post-office', postOfficeForm, 'coordinator'),
  /** Sends a link by e-mail, if there is a member of that address. It says the same either way. */
  link: does<{ readonly said: string }>()(MY_PATHS.link, askLinkForm, 'anyone'),
};
