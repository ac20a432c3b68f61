import type { Tx } from '../platform/database/transaction.ts';

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
    | 'incoming'
    | 'person'
    | 'round'
    | 'routine'
    | 'chaserPlan';
  readonly subjectId: string;
  readonly detail?: Readonly<Record<string, unknown>>;
}

/** Writes who did what, in the transaction of the change itself. */
export async function insertAuditEvent(tx: Tx, event: AuditEvent): Promise<void> {
  await tx('audit_events').insert({
    at_utc: event.atUtc,
    person_id: event.personId,
    what: event.what,
    subject_kind: event.subjectKind,
    subject_id: event.subjectId,
    detail: JSON.stringify(event.detail ?? {}),
  });
}
