import { describe, expect, it } from 'vitest';
import { aksel, ines, organisation, person } from '../tests/fixtures.ts';
import { familiarGreeting, formalGreeting, hourGreeting } from './greetings.ts';

const mary = person('Mary Vane', { title: 'Mrs' });
const paul = person('Paul Vane', { title: 'Mr', couple: { withId: mary.id } });

describe('greetings', () => {
  it.each([
    [[ines], 'Dear Ms Okafor'],
    [[ines, aksel], 'Dear Ms Okafor and Mr Lund'],
    [[paul, mary], 'Dear Mr and Mrs Vane'],
    [[mary, paul], 'Dear Mrs and Mr Vane'],
    [[ines, paul, mary], 'Dear Ms Okafor and Mr and Mrs Vane'],
    [[ines, aksel, mary], 'Dear Ms Okafor, Mr Lund and Mrs Vane'],
    [[person('Sólveig Þórsdóttir')], 'Dear Sólveig Þórsdóttir'],
    [[organisation('Corrant Mutual')], 'Dear Sir or Madam'],
    [[organisation('Corrant Mutual'), ines], 'Dear Ms Okafor'],
    [[], 'Dear Sir or Madam'],
  ])('formal to %#: %s', (to, greeting) => expect(formalGreeting(to)).toBe(greeting));

  it('use people’s own wording where it is theirs alone', () => {
    const captain = person('Ruben Stray', { title: 'Mr', ownFormalGreeting: 'Dear Captain' });
    const partner = { ...paul, couple: { withId: mary.id, greeting: 'Dear Paul and Mary' } };
    expect(formalGreeting([captain])).toBe('Dear Captain');
    expect(formalGreeting([captain, ines])).toBe('Dear Captain and Ms Okafor');
    expect(formalGreeting([mary, partner])).toBe('Dear Paul and Mary');
    expect(formalGreeting([partner])).toBe('Dear Mr Vane');
  });

  it('name people familiarly', () => expect(familiarGreeting([ines, aksel])).toBe('Dear Ines and Aksel'));

  it.each([
    [4, 'Good evening'],
    [5, 'Good morning'],
    [11, 'Good morning'],
    [12, 'Good afternoon'],
    [17, 'Good afternoon'],
    [18, 'Good evening'],
  ])('at %i o’clock: %s', (hour, greeting) => expect(hourGreeting(hour)).toBe(greeting));
});
