import { describe, expect, it } from 'vitest';
import { RETRY_WAITS_MS, afterAttempt, afterLostLease, canMove, needsPerson } from './message.ts';
import type { MessageStateKind } from './message.ts';

const STATES: readonly MessageStateKind[] = [
  'draft',
  'held',
  'queued',
  'sending',
  'deferred',
  'sent',
  'failed',
  'may-have-gone',
];

describe('a message’s life', () => {
  it('ends at sent, and reaches it only from sending or by a person’s word', () => {
    expect(STATES.filter((to) => canMove('sent', to))).toEqual([]);
    const into = STATES.filter((from) => canMove(from, 'sent'));
    expect(into).toEqual(['sending', 'may-have-gone']);
    expect(needsPerson('may-have-gone', 'sent')).toBe(true);
    expect(needsPerson('sending', 'sent')).toBe(false);
  });

  it('never goes on by itself from where it may have gone', () => {
    expect(STATES.filter((to) => canMove('may-have-gone', to) && !needsPerson('may-have-gone', to))).toEqual(
      [],
    );
  });

  it('can be called back while nobody has it, and not while it is being sent', () => {
    expect(STATES.filter((from) => canMove(from, 'draft'))).toEqual([
      'held',
      'queued',
      'deferred',
      'failed',
      'may-have-gone',
    ]);
  });

  it('waits longer each time, then fails with the host’s own words', () => {
    const reply = '450 4.2.0 try later';
    const waits = RETRY_WAITS_MS.map((_, n) => afterAttempt({ kind: 'later', reply }, n + 1, 0));
    expect(waits.map((s) => (s.kind === 'deferred' ? s.nextAttemptUtc : -1))).toEqual(RETRY_WAITS_MS);
    expect([...RETRY_WAITS_MS].sort((a, b) => a - b)).toEqual(RETRY_WAITS_MS);
    expect(afterAttempt({ kind: 'later', reply }, RETRY_WAITS_MS.length + 1, 0)).toEqual({
      kind: 'failed',
      attempts: 9,
      reply,
    });
    expect(afterAttempt({ kind: 'refused', reply: '550 no' }, 1, 0)).toEqual({
      kind: 'failed',
      attempts: 1,
      reply: '550 no',
    });
    expect(afterAttempt({ kind: 'unknown' }, 1, 5)).toEqual({
      kind: 'may-have-gone',
      attempts: 1,
      sinceUtc: 5,
    });
  });

  it('goes back to the queue after a lost lease only where no byte was handed over', () => {
    const lease = { kind: 'sending', attempts: 2, owner: 'x', leaseUntilUtc: 0 } as const;
    expect(afterLostLease({ ...lease, dataBegun: false }, 9)).toEqual({ kind: 'queued', attempts: 2 });
    expect(afterLostLease({ ...lease, dataBegun: true }, 9)).toEqual({
      kind: 'may-have-gone',
      attempts: 2,
      sinceUtc: 9,
    });
  });
});
