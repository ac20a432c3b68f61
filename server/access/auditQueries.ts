import type { Database } from '../platform/database/openDatabase.ts';

export interface AuditEvent {
  readonly atUtc: number;
  /** Null where the application acts by itself (a queue that goes on after a restart). */
  readonly personId: string | null;
  readonly what: string;
  readonly subjectKind:
    | 'message'
    | 'entry'
    | 'matter'
    | 'session'
    | 'practice'
    | 'template'
    | 'passage'
    | 'contact'
    | 'matterType'
    | 'incoming';
  readonly subjectId: string;
  readonly detail?: Readonly<Record<string, unknown>>;
}

/** Writes who did what, in the transaction of the change itself. */
export async function insertAuditEvent(db: Database, event: AuditEvent): Promise<void> {
  await db('audit_events').insert({
    at_utc: event.atUtc,
    person_id: event.personId,
    what: event.what,
    subject_kind: event.subjectKind,
    subject_id: event.subjectId,
    detail: JSON.stringify(event.detail ?? {}),
  });
}
