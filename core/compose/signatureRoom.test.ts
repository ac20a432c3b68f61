import { describe, expect, it } from 'vitest';
import { compile } from '../merge/compile.ts';
import { documentOf } from '../template/document.ts';
import type { BlockNode } from '../template/document.ts';
import { programOf, text } from '../tests/fixtures.ts';
import { withSignatureRoom } from './signatureRoom.ts';

const program = (...blocks: readonly BlockNode[]) =>
  compile({ ...programOf([]).content, body: documentOf(blocks) });
const close: BlockNode = { type: 'paragraph', content: [text('With kind regards,')] };
const types = (millimetres: number, ...blocks: readonly BlockNode[]) =>
  withSignatureRoom(program(...blocks), millimetres).content.body.content.map(({ type }) => type);

describe('room to sign in', () => {
  it('stands above the signature, where none was left', () => {
    expect(types(16, close, { type: 'signature' })).toEqual(['paragraph', 'space', 'signature']);
    const space: BlockNode = { type: 'space', attrs: { height: 40 } };
    expect(types(16, close, space, { type: 'signature' })).toEqual(['paragraph', 'space', 'signature']);
  });

  it('is none where the practice wants none, or nobody signs', () => {
    expect(types(0, close, { type: 'signature' })).toEqual(['paragraph', 'signature']);
    expect(types(16, close)).toEqual(['paragraph']);
  });
});
