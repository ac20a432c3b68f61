import { describe, expect, it } from 'vitest';
import { likelyType } from './likelyType.ts';

const SAMPLES = [
  ...Array.from({ length: 12 }, () => ({
    typeId: 'survey',
    text: 'I should like a full survey of her before the season, out of the water',
  })),
  ...Array.from({ length: 8 }, () => ({
    typeId: 'claim',
    text: 'She was struck by the ferry; the insurer wants the damage looked at and an estimate',
  })),
];

describe('the type that a message is likely the beginning of', () => {
  it.each([
    ['Could you survey our ketch out of the water in spring?', 'survey'],
    ['There is damage to the rudder, and our insurer asks for an estimate.', 'claim'],
  ])('goes by its words: %s', (text, typeId) => {
    expect(likelyType(text, SAMPLES, [])).toBe(typeId);
  });

  it('is not named where nothing in it was ever written', () => {
    expect(likelyType('Happy new year!', SAMPLES, [])).toBeUndefined();
    expect(likelyType('', [], [])).toBeUndefined();
  });

  it('goes by what the writer is on where its words say nothing', () => {
    expect(likelyType('A short question', SAMPLES, ['claim', 'claim', 'claim', 'claim'])).toBe('claim');
  });

  it('takes letters of any script', () => {
    const samples = [
      { typeId: 'a', text: 'осмотр судна' },
      { typeId: 'b', text: 'договор купли' },
    ];
    expect(likelyType('Нужен осмотр', samples, [])).toBe('a');
  });
});
