import { describe, expect, it } from 'vitest';
import type { InvitationJson } from '../../../contract/correspondence.ts';
import { invitationPeople, invitationTime, invitationTitle } from './invitationWords.ts';

const at = (text: string) => ({ atUtc: new Date(text).getTime() });
const invitation = (change: Partial<InvitationJson> = {}): InvitationJson => ({
  kind: 'asked',
  what: 'Haul-out',
  from: at('2026-12-03T10:00:00'),
  until: null,
  where: '',
  organiser: '',
  people: [],
  repeats: false,
  words: '',
  ...change,
});

describe('an invitation in words', () => {
  it.each([
    ['asked', 'Asks for a meeting: Haul-out'],
    ['answered', 'Answers an invitation: Haul-out'],
    ['calledOff', 'Calls off: Haul-out'],
    ['note', 'Tells of: Haul-out'],
  ] as const)('that is %s', (kind, words) => {
    expect(invitationTitle(invitation({ kind }))).toBe(words);
  });

  it('says so where it does not say what it is about', () => {
    expect(invitationTitle(invitation({ what: '' }))).toBe('Asks for a meeting: nothing is said of what');
  });

  it.each([
    [{}, 'Thursday 3 December 2026, 10:00'],
    [{ until: at('2026-12-03T11:30:00') }, 'Thursday 3 December 2026, 10:00 to 11:30'],
    [{ until: at('2026-12-04T09:00:00') }, 'Thursday 3 December 2026, 10:00 to Friday 4 December 2026, 9:00'],
    [{ from: { day: '2026-12-03' } }, 'Thursday 3 December 2026'],
    [
      { from: { day: '2026-12-03' }, until: { day: '2026-12-05' } },
      'Thursday 3 December 2026 to Saturday 5 December 2026',
    ],
    [{ repeats: true }, 'Thursday 3 December 2026, 10:00, again and again from then on'],
  ])('says when (%#)', (change, words) => {
    expect(invitationTime(invitation(change))).toBe(words);
  });

  it('says who, and what each answered', () => {
    const people: InvitationJson['people'] = [
      { name: 'Ines Okafor', answer: 'yes' },
      { name: 'Aksel Lund', answer: 'none' },
      { name: 'Hallam Slip', answer: 'perhaps' },
    ];
    expect(invitationPeople(invitation({ people }))).toBe(
      'Ines Okafor (comes), Aksel Lund, Hallam Slip (may come)',
    );
  });
});
