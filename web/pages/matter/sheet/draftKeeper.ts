import type { ChangeMessage, Message } from '../../../../contract/messages.ts';

/** Typing rests this long before it is kept: a crash loses no more than the last words. */
export const REST_MS = 450;
/** Whoever types without a rest is kept this often all the same: no crash takes more than two seconds of words. */
export const LONGEST_MS = 1_500;
/** After a failure to reach the server, until it is tried again by itself. */
export const RETRY_MS = 3_000;

export type Keeping = 'kept' | 'keeping' | 'unkept';

/** What a sheet shows of how its draft is kept. */
export interface DraftState {
  /** The draft as the server last knew it. */
  readonly message: Message;
  readonly keeping: Keeping;
  /** What the server said when the last words could not be kept. */
  readonly error: unknown;
  /** Someone else changed the draft; nothing is overwritten until a person says whose words stand. */
  readonly conflict: boolean;
}

/** The words as they were handed over, and as the server made them. */
export interface Renewed {
  readonly base: { readonly body: Message['body']; readonly subject: Message['subjectNodes'] };
  readonly kept: Message;
}

export interface DraftServer {
  readonly change: (change: ChangeMessage) => Promise<Message>;
  readonly read: () => Promise<Message>;
  readonly isConflict: (error: unknown) => boolean;
}

/** Where words lie that the server has not got: on this computer. */
export interface Aside {
  readonly keep: (change: ChangeMessage) => void;
  readonly drop: () => void;
}

const NOWHERE: Aside = { keep: () => undefined, drop: () => undefined };

/**
 * Keeps a draft as it is written: changes gather while one is under way, and each goes on the revision before it, so
 * that none overtakes another and none is lost. Knows nothing of React or of HTTP.
 */
export class DraftKeeper {
  readonly #server: DraftServer;
  readonly #aside: Aside;
  readonly #listeners = new Set<() => void>();
  readonly #renewed = new Set<(renewed: Renewed) => void>();
  #state: DraftState;
  #revision: number;
  #pending: ChangeMessage = {};
  #under: Promise<boolean> = Promise.resolve(true);
  #timer: ReturnType<typeof setTimeout> | undefined;
  /** When what is not kept yet began to wait. */
  #waitingSince: number | undefined;

  /** `begun` are words from before, which the server has not got yet. */
  constructor(server: DraftServer, initial: Message, aside: Aside = NOWHERE, begun: ChangeMessage = {}) {
    this.#server = server;
    this.#aside = aside;
    this.#pending = begun;
    this.#revision = initial.revision;
    this.#state = { message: initial, keeping: 'kept', error: undefined, conflict: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly state = (): DraftState => this.#state;

  /** Is told when the server has changed the words itself: greetings that follow new recipients, words it quoted. */
  readonly onRenewed = (listener: (renewed: Renewed) => void): (() => void) => {
    this.#renewed.add(listener);
    return () => this.#renewed.delete(listener);
  };

  /** Notes a change; it is kept once typing rests. */
  readonly change = (part: ChangeMessage): void => {
    this.#pending = { ...this.#pending, ...part };
    this.#set({ keeping: 'keeping' });
    const now = Date.now();
    this.#waitingSince ??= now;
    this.#after(Math.max(0, Math.min(REST_MS, this.#waitingSince + LONGEST_MS - now)));
  };

  /** Keeps what is not kept yet; gives false where it could not. */
  readonly flush = (): Promise<boolean> => {
    clearTimeout(this.#timer);
    this.#under = this.#under.then(() => this.#keep());
    return this.#under;
  };

  /** A person's word that their own text stands: it goes on top of whatever is there now. */
  readonly keepMine = async (): Promise<boolean> => {
    this.#revision = (await this.#server.read()).revision;
    this.#set({ conflict: false });
    return this.flush();
  };

  /** Goes on from what the server made of the draft by another way than a change of words: enclosures it made. */
  readonly adopt = (message: Message): void => {
    this.#revision = message.revision;
    this.#set({ message, error: undefined });
  };

  /** What the server had against sending it: seen at once, though nothing was written since it was last looked at. */
  readonly note = (notes: Message['notes']): void => {
    this.#set({ message: { ...this.#state.message, notes } });
  };

  /** What is not kept yet, with the revision it stands on, for a window that is closing. */
  readonly unkept = (): ChangeMessage | undefined =>
    Object.keys(this.#pending).length === 0 ? undefined : { ...this.#pending, revision: this.#revision };

  /** Lays what is not kept yet aside on this computer, where it outlasts the window. */
  readonly setAside = (): void => {
    const words = this.unkept();
    if (words) this.#aside.keep(words);
  };

  async #keep(): Promise<boolean> {
    const change = this.unkept();
    if (!change) return true;
    if (this.#state.conflict) return false;
    this.#pending = {};
    this.#waitingSince = undefined;
    this.#set({ keeping: 'keeping' });
    try {
      const base = { ...this.#state.message, ...change };
      const kept = await this.#server.change(change);
      this.#revision = kept.revision;
      if (!this.unkept()) this.#aside.drop();
      this.#set({ message: kept, keeping: this.unkept() ? 'keeping' : 'kept', error: undefined });
      if (change.to ?? change.quoted)
        for (const listener of this.#renewed)
          listener({
            base: {
              body: base.body,
              subject: Array.isArray(change.subject) ? change.subject : base.subjectNodes,
            },
            kept,
          });
      return true;
    } catch (error) {
      const { revision: _revision, ...words } = change;
      this.#pending = { ...words, ...this.#pending };
      this.setAside();
      const conflict = this.#server.isConflict(error);
      this.#set({ keeping: 'unkept', error, conflict });
      if (!conflict) this.#after(RETRY_MS);
      return false;
    }
  }

  #after(ms: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  #set(change: Partial<DraftState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
