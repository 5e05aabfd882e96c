import { createTransport } from 'nodemailer';
import type { CameOut, PostOfficeState } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';

/** One e-mail. */
export interface Mail {
  readonly to: string;
  readonly from: string;
  readonly subject: string;
  readonly text: string;
}

/** What takes e-mail out of the library. Throws an Error with words for whoever looks after it. */
interface PostOffice {
  send(mail: Mail): Promise<void>;
}

export interface PostRow {
  readonly host: string | null;
  readonly port: number;
  readonly security: 'starttls' | 'tls' | 'none';
  readonly user: string | null;
  readonly password: string | null;
  readonly sender: string | null;
  readonly by_itself: string;
  readonly version: number;
}

export const postRow = (db: Db): PostRow => one<PostRow>(db, 'SELECT * FROM post WHERE id = 1') as PostRow;

/** A server that says nothing for so long is away; one that thinks for a minute is not. */
const ANSWERS_MS = 15_000;
const THINKS_MS = 90_000;

class SmtpPost implements PostOffice {
  constructor(private readonly post: PostRow) {}

  async send(mail: Mail): Promise<void> {
    const { host, port, security, user, password } = this.post;
    const transport = createTransport({
      host: host ?? '',
      port,
      secure: security === 'tls',
      requireTLS: security === 'starttls',
      ignoreTLS: security === 'none',
      ...(user === null ? {} : { auth: { user, pass: password ?? '' } }),
      connectionTimeout: ANSWERS_MS,
      greetingTimeout: ANSWERS_MS,
      socketTimeout: THINKS_MS,
      // What is written stands in the message alone: no file of this computer can be asked for by it.
      disableFileAccess: true,
      disableUrlAccess: true,
    });
    try {
      await transport.sendMail({ ...mail, headers: { 'Auto-Submitted': 'auto-generated' } });
    } catch (error) {
      throw new Error(smtpWords(error as SmtpError, host ?? '', port), { cause: error });
    } finally {
      transport.close();
    }
  }
}

interface SmtpError extends Error {
  readonly code?: string;
  readonly responseCode?: number;
  readonly response?: string;
}

/** What a mail server said, for whoever looks after the library. */
function smtpWords({ code, responseCode, response, message }: SmtpError, host: string, port: number): string {
  const at = `${host}, port ${String(port)}`;
  if (code === 'EAUTH') return `The mail server at ${at} does not take the user or the password.`;
  if (code === 'ETIMEDOUT' || code === 'ETIME') return `The mail server at ${at} does not answer.`;
  if (code === 'ECONNREFUSED' || code === 'ECONNECTION' || code === 'ESOCKET')
    return `The mail server at ${at} cannot be reached, or closes the door.`;
  if (code === 'EDNS' || code === 'ENOTFOUND') return `There is no mail server called ${host}.`;
  if (code === 'ETLS') return `The mail server at ${at} does not offer encryption.`;
  if (responseCode !== undefined) return `The mail server refused it: ${(response ?? '').slice(0, 200)}`;
  return `It could not be sent: ${message.slice(0, 200)}`;
}

const KEPT_MAILS = 50;

/** A post office that stands in for a real one: it keeps what came out to be looked at, and can refuse or hang. */
class SimulatedPost implements PostOffice {
  private next = 1;
  private mails: CameOut[] = [];
  private hanging: (() => void)[] = [];
  private does: PostOfficeState['behaves'] = 'works';

  get behaves(): PostOfficeState['behaves'] {
    return this.does;
  }

  /** What hung before is given up then. */
  behave(as: PostOfficeState['behaves']): void {
    this.does = as;
    for (const giveUp of this.hanging.splice(0)) giveUp();
  }

  send(mail: Mail): Promise<void> {
    if (this.does === 'refuses') return Promise.reject(new Error('The mail server refused it: 550 no such mailbox here'));
    if (this.does === 'hangs') {
      return new Promise((_resolve, reject) => {
        const giveUp = (): void => {
          reject(new Error('The mail server does not answer.'));
        };
        this.hanging.push(giveUp);
        setTimeout(giveUp, THINKS_MS).unref();
      });
    }
    this.mails = [{ id: this.next++, at: new Date().toISOString(), ...mail }, ...this.mails].slice(0, KEPT_MAILS);
    return Promise.resolve();
  }

  cameOut(): readonly CameOut[] {
    return this.mails;
  }
}

const offices = new WeakMap<Db, SimulatedPost>();

/** The post office of a library that ships with the program. */
export function simulatedPost(db: Db): SimulatedPost {
  let office = offices.get(db);
  if (!office) offices.set(db, (office = new SimulatedPost()));
  return office;
}

/** What e-mail leaves by: a mail server where one is set, else what ships with the program. */
export function postOffice(db: Db): PostOffice {
  const post = postRow(db);
  return post.host === null ? simulatedPost(db) : new SmtpPost(post);
}

/** Whom letters come from where nobody set it. */
export const senderOf = (db: Db): string => postRow(db).sender ?? 'library@localhost';
