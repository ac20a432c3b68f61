import { lightenedFor } from '../model/contrast.ts';
import type { Logo, MessageLook } from '../model/messageLook.ts';
import { escapeHtml, textStyle, valueHtml } from './renderHtml.ts';
import type { HtmlStyle } from './renderHtml.ts';

/** What readers with a dark surface are asked to show: those that heed no style of ours turn the colours by themselves. */
const DARK = {
  page: '#1b2321',
  surround: '#121816',
  ink: '#e9e5da',
  faint: '#b4bdb8',
  rule: '#3a4744',
} as const;

const TABLE = 'role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0"';

/**
 * A finished body as the whole HTML document that is sent: on the practice's page and surround, at its measure, under its
 * head and over its foot. Layout stands in tables and on the elements, for readers that know no other; the only sheet of
 * style is for dark surfaces, and nothing is lost where it is dropped. A plain body gets no look at all.
 */
export function htmlPage(body: string, style: HtmlStyle): string {
  if (style.plain) return `<!doctype html><html><head>${META}</head><body>${body}</body></html>`;
  const { look } = style;
  const { page, surround, measurePx } = look;
  const edge = surround === page ? 0 : 24;
  return [
    `<!doctype html><html><head>${META}<meta name="color-scheme" content="light dark"><style>${darkSheet(look)}</style></head>`,
    `<body class="o-surround" style="margin:0;padding:0;background:${surround}">`,
    `<table ${TABLE} class="o-surround" style="background:${surround}"><tr><td align="${edge === 0 ? 'left' : 'center'}" style="padding:${edge}px 0">`,
    `<table ${TABLE} class="o-page" style="max-width:${measurePx}px;background:${page};text-align:left"><tr><td style="padding:${edge === 0 ? 0 : 28}px;overflow-wrap:anywhere">`,
    headHtml(style),
    body,
    footHtml(look),
    '</td></tr></table></td></tr></table></body></html>',
  ].join('');
}

const META = '<meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">';

/** Colours of a dark surface; what is written in a colour of the practice's is read in the ink there. */
const darkSheet = ({ link }: MessageLook): string =>
  `@media (prefers-color-scheme:dark){.o-surround{background:${DARK.surround}!important}` +
  `.o-page,.o-page div,.o-page span,.o-page td,.o-page p{color:${DARK.ink}!important}` +
  `.o-page div,.o-page td,.o-page hr{border-color:${DARK.rule}!important}.o-page{background:${DARK.page}!important}.o-page th,.o-page .o-faint{color:${DARK.faint}!important}` +
  `.o-page a:not(.o-button){color:${lightenedFor(link, DARK.page)}!important}}`;

const headHtml = ({ look, pictureUrl }: HtmlStyle): string => {
  const { logo, head } = look;
  const shown = (logo ? logoHtml(logo, pictureUrl) : '') + (head === '' ? '' : lines(head, look));
  return shown === '' ? '' : `<div style="padding:0 0 20px">${shown}</div>`;
};

const logoHtml = ({ picture, alt, widthPx }: Logo, pictureUrl: HtmlStyle['pictureUrl']): string =>
  `<img src="${escapeHtml(pictureUrl(picture))}" alt="${escapeHtml(alt)}" width="${widthPx}" style="display:block;max-width:100%;height:auto;${textStyleOfAlt}">`;

/** Where pictures are off, the words in their place look like the practice's name on its paper. */
const textStyleOfAlt = 'font-family:Georgia,serif;font-size:20px';

const footHtml = (look: MessageLook): string =>
  look.foot === ''
    ? ''
    : `<div style="border-top:1px solid #d5cdbd;margin:20px 0 0;padding:12px 0 0">${lines(look.foot, look)}</div>`;

const lines = (words: string, look: MessageLook): string =>
  `<div class="o-faint" style="${textStyle(look)};font-size:13px">${valueHtml(words)}</div>`;

/** The foot in the text alone, behind the line that mail readers leave out of replies (RFC 3676 §4.3). */
export const textPage = (text: string, { foot }: MessageLook): string =>
  foot === '' ? text : `${text}\n\n-- \n${foot}`;
