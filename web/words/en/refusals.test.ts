import { describe, expect, it } from 'vitest';
import type { Reason } from '../../../core/model/reason.ts';
import { reasonSentence, reasonSentences, refusalWords } from './refusals.ts';

describe('a refusal in words', () => {
  it('says what happened, what is safe and what to do, in the order they came', () => {
    expect(
      refusalWords('badContact', [{ code: 'notAnAddress', value: 'a@b' }, { code: 'nothingChanged' }]),
    ).toBe('“a@b” is not a whole email address. Nothing was changed.');
  });

  it('says what its kind means where no reason is given', () => {
    expect(refusalWords('draftChanged', [])).toContain('Your text is still here');
  });

  it('says both where the reason is a detail of its kind', () => {
    expect(refusalWords('hostUnwell', [{ code: 'hostSays', text: 'ENOSPC' }])).toMatch(
      /^Nothing was changed: .* \(ENOSPC\)$/,
    );
  });

  it.each(['fromANewerServer', 'constructor', '__proto__'])('leaves what it does not know: %s', (code) => {
    const unknown = { code } as unknown as Reason;
    expect(refusalWords(code, [unknown])).toBeUndefined();
    expect(reasonSentences([{ code: 'nothingSent' }, unknown])).toBe('Nothing was sent.');
  });
});

describe('a reason', () => {
  it.each<[Reason, string]>([
    [{ code: 'noSuch', what: 'followUp' }, 'There is no such follow-up, or it is not for you to see.'],
    [{ code: 'listTooLong', most: 20_000 }, 'The file has more than 20,000 lines. Import it in parts.'],
    [
      { code: 'pictureTooLarge', megabytes: 2, pixels: 6_000 },
      'The picture is too large for a message: 2 MB and 6,000 pixels a side at most.',
    ],
    [
      { code: 'stillUsedBy', names: ['Report'], signatureOf: ['Maud Tidewell'] },
      'It is still used: Report, Maud Tidewell’s signature.',
    ],
    [{ code: 'sameKey', of: 'senders' }, 'Two senders have the same name.'],
    [{ code: 'mayNotSend', name: '' }, 'The writer may no longer send messages.'],
    [
      { code: 'certificate', fault: 'expired' },
      'Not handed over: the mail server’s certificate has run out.',
    ],
  ])('says its values: %o', (reason, words) => {
    expect(reasonSentence(reason)).toBe(words);
  });
});
