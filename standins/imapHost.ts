import { createServer } from 'node:net';
import type { Server, Socket } from 'node:net';
import type { MailStore } from './mailStore.ts';

/**
 * As much of IMAP4rev1 (RFC 3501) as reading a mailbox takes: LOGIN, LIST, SELECT, EXAMINE, UID FETCH of sizes and whole
 * messages, NOOP and IDLE. Whoever signs in as `@domain` reads all mail to that domain, as an office's shared mailbox.
 */
export function imapHost(store: MailStore): Server {
  return createServer((socket) => {
    new Session(socket, store).greet();
  });
}

const CAPABILITIES = 'IMAP4rev1 IDLE LITERAL+';

class Session {
  #user = '';
  #seen = 0;
  #idleTag: string | undefined;
  readonly #socket: Socket;
  readonly #store: MailStore;
  readonly #stopListening: () => void;

  constructor(socket: Socket, store: MailStore) {
    this.#socket = socket;
    this.#store = store;
    this.#stopListening = store.onAdd(() => {
      if (this.#idleTag !== undefined) this.#tellNew();
    });
  }

  greet(): void {
    this.#say(`* OK [CAPABILITY ${CAPABILITIES}] stand-in mailbox`);
    let held = '';
    let queue = Promise.resolve();
    this.#socket.setEncoding('utf8');
    this.#socket.on('data', (chunk: string) => {
      held += chunk;
      const lines = held.split('\r\n');
      held = lines.pop() ?? '';
      for (const line of lines) queue = queue.then(() => this.#take(line)).catch(() => undefined);
    });
    this.#socket.on('close', this.#stopListening);
    this.#socket.on('error', () => undefined);
  }

  #say(line: string): void {
    this.#socket.write(`${line}\r\n`);
  }

  /** Messages of this mailbox, oldest first; their UID is their number at the host. */
  #messages(): readonly number[] {
    const mine = (address: string): boolean =>
      this.#user.startsWith('@') ? address.endsWith(this.#user) : address === this.#user;
    return [...this.#store.list()]
      .filter(({ to }) => to.some((address) => mine(address.toLowerCase())))
      .map(({ number }) => number)
      .sort((a, b) => a - b);
  }

  #tellNew(): void {
    const count = this.#messages().length;
    if (count === this.#seen) return;
    this.#seen = count;
    this.#say(`* ${count} EXISTS`);
  }

  async #take(line: string): Promise<void> {
    if (this.#idleTag !== undefined && line.toUpperCase() === 'DONE') {
      this.#say(`${this.#idleTag} OK done`);
      this.#idleTag = undefined;
      return;
    }
    const [tag = '', name = '', ...rest] = line.split(' ');
    const words = rest.join(' ');
    switch (name.toUpperCase()) {
      case 'CAPABILITY':
        this.#say(`* CAPABILITY ${CAPABILITIES}`);
        break;
      case 'LOGIN':
        this.#user = (words.match(/"((?:[^"\\]|\\.)*)"|(\S+)/)?.[0] ?? '').replaceAll('"', '').toLowerCase();
        break;
      case 'LIST':
      case 'LSUB':
        this.#say(`* ${name.toUpperCase()} (\\HasNoChildren) "/" INBOX`);
        break;
      case 'SELECT':
      case 'EXAMINE':
        this.#open();
        break;
      case 'UID':
        await this.#uidFetch(words);
        break;
      case 'IDLE':
        this.#idleTag = tag;
        this.#say('+ idling');
        this.#tellNew();
        return;
      case 'NOOP':
        this.#tellNew();
        break;
      case 'LOGOUT':
        this.#say('* BYE');
        this.#say(`${tag} OK bye`);
        this.#socket.end();
        return;
      default:
        this.#say(`${tag} BAD ${name} is not spoken here`);
        return;
    }
    this.#say(`${tag} OK done`);
  }

  #open(): void {
    const messages = this.#messages();
    this.#seen = messages.length;
    this.#say('* FLAGS (\\Seen)');
    this.#say(`* ${messages.length} EXISTS`);
    this.#say('* 0 RECENT');
    this.#say('* OK [UIDVALIDITY 1] the same for good');
    this.#say(`* OK [UIDNEXT ${(messages.at(-1) ?? 0) + 1}] the next`);
  }

  async #uidFetch(words: string): Promise<void> {
    const range = /^FETCH (\d+)(?::(\d+|\*))? /i.exec(words);
    if (!range) return;
    const all = this.#messages();
    const from = Number(range[1]);
    const to = range[2] === '*' ? Infinity : Number(range[2] ?? range[1]);
    const last = all.at(-1);
    const asked = all.filter((uid) => (uid >= from && uid <= to) || (to === Infinity && uid === last));
    const whole = /BODY(?:\.PEEK)?\[\]/i.test(words);
    for (const uid of asked) {
      const bytes = await this.#store.bytes(uid);
      const head = `* ${all.indexOf(uid) + 1} FETCH (UID ${uid} FLAGS () RFC822.SIZE ${bytes.length}`;
      if (whole) {
        this.#socket.write(`${head} BODY[] {${bytes.length}}\r\n`);
        this.#socket.write(bytes);
        this.#socket.write(')\r\n');
      } else this.#say(`${head})`);
    }
  }
}
