import { describe, expect, it } from 'vitest';
import { proofWords } from './senderProof.ts';

const from = { address: 'ines@harbour.example' };

describe('words about a sender', () => {
  it('are none where a mail server vouches', () => {
    expect(proofWords({ authenticated: 'passed', claimsOurs: true, from })).toBeUndefined();
  });

  it('mark what claims to be from oneself, and what failed, and only tell of what nobody checked', () => {
    expect(proofWords({ authenticated: 'unknown', claimsOurs: true, from })?.mark).toBe(
      'Says it is from you',
    );
    expect(proofWords({ authenticated: 'failed', claimsOurs: false, from })).toMatchObject({
      mark: 'Sender not proven',
      detail: expect.stringContaining('harbour.example'),
    });
    expect(proofWords({ authenticated: 'unknown', claimsOurs: false, from })?.mark).toBe('');
  });
});
