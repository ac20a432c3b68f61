import { createHash } from 'node:crypto';
import type { Response } from 'express';
import { escapeHtml } from '../../core/merge/renderHtml.ts';

/** A page for people outside the practice: one sheet of paper under its letterhead, without script, account or cookie. */
export interface OutsidePage {
  readonly practice: {
    readonly name: string;
    readonly addressLines: readonly string[];
    readonly phone: string;
  };
  /** BCP 47. */
  readonly language: string;
  readonly title: string;
  /** Below the title; HTML that is ours, with what others wrote escaped. */
  readonly body: string;
  readonly status?: number;
}

/** The desk's paper, ink and accent on both surfaces, each pair readable (WCAG 2.2, 1.4.3). */
const STYLE = `
:root{color-scheme:light dark;--paper:#fffdf8;--desk:#eeeae0;--head:#f8f5ee;--ink:#14302e;--faint:#51625f;--hair:#cbc2ae;--go:#2a6a5e;--on-go:#fff;--wrong:#9b2c1f}
@media (prefers-color-scheme:dark){:root{--paper:#1b2321;--desk:#121816;--head:#18201e;--ink:#e9e5da;--faint:#b4bdb8;--hair:#4a5a56;--go:#7fc4b3;--on-go:#0d1a17;--wrong:#ffb4a5}}
*{box-sizing:border-box}
body{margin:0;background:var(--desk);color:var(--ink);font:16px/1.5 "IBM Plex Sans",system-ui,sans-serif;overflow-wrap:anywhere}
header{background:var(--head);border-bottom:2px solid var(--go);padding:20px max(22px,calc(50vw - 308px))}
header b{display:block;font:600 20px/1.2 Georgia,"Times New Roman",serif}
header span{color:var(--faint);font-size:13px}
main{width:min(640px,calc(100% - 24px));margin:16px auto;padding:18px;background:var(--paper);border:1px solid var(--hair)}
h1{font:600 22px/1.25 Georgia,"Times New Roman",serif;margin:0 0 8px}
p{margin:0 0 14px}
small,.fine{color:var(--faint);font-size:13px;font-weight:400}
.fine{margin:12px 0 0}
form{margin:18px 0 0}
fieldset{border:0;margin:0 0 20px;padding:0;min-width:0}
.question{margin:0 0 20px}
legend,.question>label{display:block;padding:0;margin:0 0 8px;font-weight:600}
.option{display:flex;gap:12px;align-items:center;min-height:48px;padding:8px 14px;margin:0 0 8px;border:1px solid var(--hair);border-radius:3px;background:var(--head);cursor:pointer}
.option:has(input:checked){outline:2px solid var(--go);outline-offset:-2px}
.option input{flex:none;width:20px;height:20px;margin:0;accent-color:var(--go)}
input:not([type=radio],[type=checkbox]),textarea{display:block;width:100%;min-height:48px;padding:11px 12px;margin:0 0 4px;border:1px solid var(--faint);border-radius:3px;background:var(--paper);color:inherit;font:inherit}
input::file-selector-button{margin:0 12px 0 0;padding:4px 10px;border:1px solid var(--faint);border-radius:3px;background:var(--head);color:var(--ink);font:inherit;cursor:pointer}
.fault{color:var(--wrong);font-weight:600}
:focus-visible{outline:3px solid var(--go);outline-offset:2px}
button{width:100%;min-height:48px;padding:12px;border:0;border-radius:3px;background:var(--go);color:var(--on-go);font-family:inherit;font-size:16px;font-weight:600;cursor:pointer}
`;

/** The one style is named by its hash: nothing that others write can bring another. */
const STYLE_HASH = `'sha256-${createHash('sha256').update(STYLE).digest('base64')}'`;

const HEADERS = {
  'Content-Security-Policy': `default-src 'none'; style-src ${STYLE_HASH}; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
  // The address is the key: it goes to no other host, into no cache and into no search.
  'Referrer-Policy': 'no-referrer',
  'Cache-Control': 'no-store',
  'X-Robots-Tag': 'noindex, nofollow',
} as const;

export function sendOutsidePage(response: Response, page: OutsidePage): void {
  const { practice, language, title, body, status = 200 } = page;
  const letterhead = [...practice.addressLines, practice.phone].filter((line) => line !== '').join(' · ');
  response
    .status(status)
    .set(HEADERS)
    .type('html')
    .send(
      `<!doctype html><html lang="${escapeHtml(language)}"><head><meta charset="utf-8">` +
        '<meta name="viewport" content="width=device-width,initial-scale=1"><meta name="robots" content="noindex">' +
        `<title>${escapeHtml(`${title} · ${practice.name}`)}</title><style>${STYLE}</style></head>` +
        `<body><header><b>${escapeHtml(practice.name)}</b><span>${escapeHtml(letterhead)}</span></header>` +
        `<main><h1>${escapeHtml(title)}</h1>${body}</main></body></html>`,
    );
}
