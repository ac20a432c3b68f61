import type { ChangedMatter, ChangeMatter, MatterRecordView } from '../../../../contract/matterTypes.ts';

/** What is to become of a matter. */
export type Part = Omit<ChangeMatter, 'revision'>;
/** A change worked out from the matter as it is when its turn comes: what stands before it in the queue is in it. */
export type Edit = (record: MatterRecordView) => Part;

export interface EditServer {
  readonly send: (change: ChangeMatter) => Promise<ChangedMatter>;
  readonly read: () => Promise<MatterRecordView>;
  readonly isConflict: (error: unknown) => boolean;
}

export interface EditState {
  /** The matter with all that is on its way to be saved; undefined until it is known. */
  readonly record: MatterRecordView | undefined;
  readonly busy: boolean;
  /** Why the last change was not saved. It is not shown as saved; `retry` sends it again. */
  readonly failed: { readonly error: unknown; readonly edit: Edit } | undefined;
  /** The change that takes the last one back. */
  readonly back: Part | undefined;
}

interface Queued {
  readonly edit: Edit;
  readonly isUndo: boolean;
}

/**
 * One person's changes of one matter, one after the other: each stands on the answer to the one before it, so that nobody is in their own
 * way. Where somebody else changed something else, it is sent again on top of that; where they changed the same, it is refused and said.
 */
export class EditQueue {
  readonly #server: EditServer;
  readonly #listeners = new Set<() => void>();
  #record: MatterRecordView | undefined;
  #queue: readonly Queued[] = [];
  #running = false;
  #state: EditState = { record: undefined, busy: false, failed: undefined, back: undefined };

  constructor(server: EditServer) {
    this.#server = server;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly state = (): EditState => this.#state;

  /** The matter as it was read; what is older than what is known is passed over. */
  readonly saw = (record: MatterRecordView | undefined): void => {
    if (!record || (this.#record && record.revision < this.#record.revision)) return;
    if (record === this.#record) return;
    this.#record = record;
    this.#show({});
  };

  readonly add = (edit: Edit): void => {
    this.#push({ edit, isUndo: false });
  };

  readonly undo = (): void => {
    const { back } = this.#state;
    if (back) this.#push({ edit: () => back, isUndo: true });
  };

  readonly retry = (): void => {
    const { failed } = this.#state;
    if (failed) this.add(failed.edit);
  };

  readonly forget = (): void => {
    this.#show({ failed: undefined });
  };

  #push(one: Queued): void {
    this.#queue = [...this.#queue, one];
    this.#show({ failed: undefined });
    if (!this.#running) void this.#run();
  }

  async #run(): Promise<void> {
    this.#running = true;
    for (let next = this.#queue[0]; next && this.#record; next = this.#queue[0]) {
      const done = await this.#send(next.edit, this.#record).catch((error: unknown) => ({ error }));
      this.#queue = this.#queue.slice(1);
      if ('error' in done) {
        this.#show({ failed: { error: done.error, edit: next.edit } });
        continue;
      }
      const { revision: _revision, ...back } = done.undo;
      this.#record = done.record;
      this.#show({ back: next.isUndo ? undefined : back });
    }
    this.#running = false;
    this.#show({});
  }

  /** Sends a change; once more where only something else was changed by others meanwhile. */
  async #send(edit: Edit, record: MatterRecordView): Promise<ChangedMatter> {
    const part = edit(record);
    try {
      return await this.#server.send({ ...part, revision: record.revision });
    } catch (error) {
      if (!this.#server.isConflict(error)) throw error;
      const now = await this.#server.read();
      this.saw(now);
      if (!isUntouched(part, record, now)) throw error;
      return this.#server.send({ ...edit(now), revision: now.revision });
    }
  }

  #show(change: Partial<EditState>): void {
    const shown = this.#record && this.#queue.reduce(withEdit, this.#record);
    this.#state = { ...this.#state, ...change, record: shown, busy: this.#queue.length > 0 };
    for (const listener of this.#listeners) listener();
  }
}

/** Whether nobody else changed what a change is about. */
function isUntouched(part: Part, before: MatterRecordView, now: MatterRecordView): boolean {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const keys = <K extends 'facts' | 'dates' | 'tables'>(name: K): boolean =>
    Object.keys(part[name] ?? {}).every((key) => same(before[name][key], now[name][key]));
  return (
    keys('facts') &&
    keys('dates') &&
    keys('tables') &&
    (part.stage === undefined || before.stage === now.stage) &&
    (part.parties === undefined || same(before.parties, now.parties))
  );
}

/** The matter as a change that is on its way would leave it; names of new parties are known once it is saved. */
function withEdit(record: MatterRecordView, { edit }: Queued): MatterRecordView {
  const { facts, dates, tables, stage } = edit(record);
  return {
    ...record,
    ...(stage === undefined ? {} : { stage }),
    facts: overlay(record.facts, facts),
    dates: overlay(record.dates, dates),
    tables: { ...record.tables, ...tables },
  };
}

function overlay<T>(
  known: Record<string, T>,
  change: Readonly<Record<string, T | null>> = {},
): Record<string, T> {
  const all = Object.entries({ ...known, ...change });
  return Object.fromEntries(all.flatMap(([key, value]) => (value === null ? [] : [[key, value]])));
}
