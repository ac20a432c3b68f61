import { describe, expect, it } from 'vitest';
import { parseDocument } from 'htmlparser2';
import { DEFAULT_LOOK } from '../model/messageLook.ts';
import type { MessageLook } from '../model/messageLook.ts';
import { htmlPage, textPage } from './htmlPage.ts';
import { IN_MESSAGE } from './renderHtml.ts';

const look: MessageLook = {
  ...DEFAULT_LOOK,
  face: 'verdana',
  sizePx: 15,
  measurePx: 560,
  surround: '#eeeeee',
  link: '#003366',
  logo: { picture: 'a'.repeat(40), alt: 'Roe & Daughter', widthPx: 120 },
  head: 'Roe <Marine>',
  foot: '4 Quay Row\nPort Sennet',
};
const page = (part: Partial<MessageLook> = {}): string =>
  htmlPage('<p>Hello</p>', { ...IN_MESSAGE, look: { ...look, ...part } });

describe('the page of a message', () => {
  it('is one well-formed document, with the body once', () => {
    const html = page();
    expect(html.startsWith('<!doctype html>')).toBe(true);
    expect(html.match(/<p>Hello<\/p>/g)).toHaveLength(1);
    const open = html.match(/<(table|tr|td|div|body|head|html)\b/g)?.length;
    expect(html.match(/<\/(table|tr|td|div|body|head|html)>/g)?.length).toBe(open);
    expect(parseDocument(html).children.length).toBeGreaterThan(0);
  });

  it('keeps to the measure, and lets narrow readers have less', () => {
    expect(page()).toContain('max-width:560px');
    expect(page()).not.toMatch(/[;"]width:560px/);
  });

  it('shows the picture by what it holds, with its words where pictures are off', () => {
    expect(page()).toContain(`src="cid:${'a'.repeat(32)}@pictures" alt="Roe &amp; Daughter" width="120"`);
    expect(page({ logo: null })).not.toContain('<img');
  });

  it('takes what the practice writes as words, never as markup', () => {
    expect(page()).toContain('Roe &lt;Marine&gt;');
    expect(page()).toContain('4 Quay Row<br>Port Sennet');
  });

  it('has no frame of head, foot or surround where there is none', () => {
    const bare = page({ head: '', foot: '', logo: null, surround: '#ffffff' });
    expect(bare).toContain('padding:0px 0');
    expect(bare).not.toContain('border-top');
  });

  it('asks dark readers for colours that can be read there', () => {
    const [sheet = ''] = /<style>.*<\/style>/.exec(page()) ?? [];
    expect(sheet).toContain('prefers-color-scheme:dark');
    // A link in navy could not be read on a dark page.
    expect(sheet).not.toContain('#003366');
  });

  it('leaves a plain message plain', () => {
    const plain = htmlPage('<div>Hello</div>', { ...IN_MESSAGE, look, plain: true });
    expect(plain).not.toMatch(/style|table|Quay/);
  });
});

describe('the foot in text', () => {
  it('stands behind the line that replies leave out (RFC 3676 §4.3)', () => {
    expect(textPage('Hello', look)).toBe('Hello\n\n-- \n4 Quay Row\nPort Sennet');
    expect(textPage('Hello', DEFAULT_LOOK)).toBe('Hello');
  });
});
