import type { IncomingMessage, ServerResponse } from 'node:http';
import { simpleParser } from 'mailparser';
import type { AddressObject } from 'mailparser';
import { answerTo, mailOf } from './answers.ts';
import type { Answer } from './answers.ts';
import { calendarAnswer, invitationIn } from './calendarAnswer.ts';
import type { Taken } from './calendarAnswer.ts';
import type { DeliveredMail, MailStore } from './mailStore.ts';
import type { Printer } from './printer.ts';
import type { TextGateway } from './textGateway.ts';

/** All that the stand-ins have been given. */
export interface Delivered {
  readonly mails: MailStore;
  readonly texts: TextGateway;
  readonly prints: Printer;
  /** Hands in what somebody outside writes. */
  readonly deliver: (from: string, to: readonly string[], bytes: Buffer, forged?: boolean) => Promise<void>;
}

const STYLE = `body{font:15px/1.5 system-ui,sans-serif;margin:2rem auto;max-width:52rem;padding:0 1rem;color:#222;background:#fff}
table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:.3rem .8rem .3rem 0;border-bottom:1px solid #ddd;vertical-align:top}
iframe{width:100%;height:26rem;border:1px solid #ddd}pre{white-space:pre-wrap;background:#f6f6f6;padding:1rem}small{color:#595959}a{color:#1b5e9b}`;

const escape = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
const page = (title: string, body: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escape(title)}</title><style>${STYLE}</style><h1>${escape(title)}</h1>${body}</html>`;
const mailboxLink = (address: string): string =>
  `<a href="/?mailbox=${encodeURIComponent(address)}">${escape(address)}</a>`;
const textOf = (addresses: AddressObject | AddressObject[] | undefined): string =>
  [addresses ?? []]
    .flat()
    .map(({ text }) => text)
    .join(', ');

/** A plain view of what recipients got: mailboxes, a mailbox, a message, and its bytes. For people and for tests. */
export async function answerPage(
  delivered: Delivered,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const { mails: store, texts, prints } = delivered;
  const url = new URL(request.url ?? '/', 'http://localhost');
  const match = /^\/messages\/(\d+)(\/raw|\/attachments\/(\d+))?$/.exec(url.pathname);
  response.setHeader('X-Content-Type-Options', 'nosniff');
  try {
    const printed = /^\/printed\/(\d+)$/.exec(url.pathname);
    const posted = request.method === 'POST' ? await takeForm(delivered, url, request) : undefined;
    if (posted !== undefined) {
      response.writeHead(303, { Location: posted }).end();
      return;
    }
    if (url.pathname === '/gateway/replies')
      send(
        response,
        'application/json',
        JSON.stringify({ items: texts.replies(Number(url.searchParams.get('after') ?? '0')) }),
      );
    else if (url.pathname === '/gateway/texts' || url.pathname === '/printer') response.end();
    else if (url.pathname === '/texts') send(response, 'text/html; charset=utf-8', textsPage(texts));
    else if (url.pathname === '/printed') send(response, 'text/html; charset=utf-8', printedPage(prints));
    else if (printed) send(response, 'application/pdf', await prints.pages(Number(printed[1])));
    else if (url.pathname === '/messages.json')
      send(response, 'application/json', JSON.stringify(store.list()));
    else if (match?.[2] === '/raw') send(response, 'message/rfc822', await store.bytes(Number(match[1])));
    else if (match?.[3] !== undefined)
      await sendAttachment(response, await store.bytes(Number(match[1])), Number(match[3]));
    else if (match) send(response, 'text/html; charset=utf-8', await messagePage(store, Number(match[1])));
    else send(response, 'text/html; charset=utf-8', await overview(store, url.searchParams.get('mailbox')));
  } catch {
    response.statusCode = 404;
    send(
      response,
      'text/html; charset=utf-8',
      page('Not here', '<p>There is no such message. <a href="/">All mailboxes</a></p>'),
    );
  }
}

/** What somebody outside writes or presses; gives the page that is shown then, undefined where there is no such form. */
async function takeForm(
  { mails: store, texts, deliver }: Delivered,
  url: URL,
  request: IncomingMessage,
): Promise<string | undefined> {
  const [, kind, number = '', act] =
    /^\/(messages|texts)\/(\d+)\/(answer|calendar)$/.exec(url.pathname) ?? [];
  if (kind === undefined && url.pathname !== '/write') return undefined;
  const form = new URLSearchParams(await bodyOf(request));
  const field = (name: string): string => form.get(name) ?? '';
  if (kind === 'texts') {
    await texts.reply(Number(number), field('text'));
    return '/texts';
  }
  const mail = await mailOfForm(store, number === '' ? undefined : Number(number), act, field);
  await deliver(mail.from, mail.to, mail.bytes, field('forged') !== '');
  return '/';
}

async function mailOfForm(
  store: MailStore,
  number: number | undefined,
  act: string | undefined,
  field: (name: string) => string,
): Promise<Answer> {
  if (number === undefined)
    return mailOf({
      from: field('from'),
      to: field('to').split(/[,\s]+/),
      subject: field('subject'),
      text: field('text'),
    });
  const bytes = await store.bytes(number);
  if (act === 'answer') return answerTo(bytes, field('from'), field('text'));
  const taken = TAKEN.find((one) => one === field('answer'));
  if (!taken) throw new Error('no such answer');
  return calendarAnswer(bytes, field('from'), taken);
}

/** A form’s text; more than this nobody types. */
const MAX_FORM = 1_000_000;

async function bodyOf(request: IncomingMessage): Promise<string> {
  let body = '';
  for await (const chunk of request) {
    body += String(chunk);
    if (body.length > MAX_FORM) throw new Error('too long');
  }
  return body;
}

const writeForm = (action: string, fields: string, words: string): string =>
  `<h2>${words}</h2><form method="post" action="${action}">${fields}<p><label>Text<br><textarea name="text" rows="5" style="width:100%"></textarea></label></p><button>${words}</button></form>`;

const line = (name: string, label: string, value = ''): string =>
  `<p><label>${label}<br><input name="${name}" value="${escape(value)}" style="width:100%"></label></p>`;

const otherPages = '<p><a href="/texts">Text messages</a> · <a href="/printed">Printed letters</a></p>';

const atTime = (utc: number): string => new Date(utc).toLocaleString('en-GB');

function textsPage(texts: TextGateway): string {
  const rows = texts
    .list()
    .map(
      ({ number, receivedAtUtc, to, text }) =>
        `<tr><td>${atTime(receivedAtUtc)}<td>${escape(to.join(', '))}<td>${escape(text)}` +
        `<form method="post" action="/texts/${number}/answer"><label>Answer from ${escape(to[0] ?? '')} <input name="text" size="40"></label> <button>Send</button></form>`,
    );
  return page(
    'Text messages',
    `<p><a href="/">All mailboxes</a></p><table><tr><th>Received<th>To<th>Text${rows.join('')}</table>`,
  );
}

function printedPage(prints: Printer): string {
  const rows = prints
    .list()
    .map(
      ({ number, printedAtUtc, name }) =>
        `<tr><td>${atTime(printedAtUtc)}<td><a href="/printed/${number}">${escape(name)}</a>`,
    );
  return page(
    'Printed letters',
    `<p><a href="/">All mailboxes</a></p><table><tr><th>Printed<th>Job${rows.join('')}</table>`,
  );
}

function send(response: ServerResponse, type: string, body: string | Buffer): void {
  response.setHeader('Content-Type', type);
  response.setHeader(
    'Content-Security-Policy',
    "default-src 'none'; style-src 'unsafe-inline'; frame-src 'self'; img-src data:; form-action 'self'",
  );
  response.end(body);
}

async function overview(store: MailStore, mailbox: string | null): Promise<string> {
  const mails = store.list();
  if (mailbox !== null) {
    const own = mails.filter(({ to }) => to.includes(mailbox));
    return page(mailbox, `<p><a href="/">All mailboxes</a></p>${await table(store, own)}`);
  }
  const counts = new Map<string, number>();
  for (const { to } of mails) for (const address of to) counts.set(address, (counts.get(address) ?? 0) + 1);
  const rows = [...counts].sort().map(([address, count]) => `<tr><td>${mailboxLink(address)}<td>${count}`);
  const list =
    rows.length > 0
      ? `<table><tr><th>Mailbox<th>Messages${rows.join('')}</table>`
      : '<p>Nothing has been delivered yet. What the application sends appears here as its recipients get it.</p>';
  const write = writeForm(
    '/write',
    line('from', 'From') +
      line('to', 'To', 'office@tidewell-roe.example') +
      line('subject', 'Subject') +
      '<p><label><input type="checkbox" name="forged"> Not really from there (forged)</label></p>',
    'Write to the practice',
  );
  return page('Mailboxes of the stand-in mail host', otherPages + list + write);
}

async function table(store: MailStore, mails: readonly DeliveredMail[]): Promise<string> {
  const rows = await Promise.all(
    mails.map(async (mail) => {
      const { subject, from } = await simpleParser(await store.bytes(mail.number));
      return `<tr><td>${new Date(mail.receivedAtUtc).toLocaleString('en-GB')}<td>${escape(from?.text ?? '')}<td><a href="/messages/${mail.number}">${escape(subject ?? '(no subject)')}</a>`;
    }),
  );
  return `<table><tr><th>Received<th>From<th>Subject${rows.join('')}</table>`;
}

const TAKEN: readonly Taken[] = ['ACCEPTED', 'TENTATIVE', 'DECLINED'];

/** The buttons that a calendar shows for an invitation. */
const calendarForm = (number: number, from: string): string =>
  `<h2>Answer the invitation</h2><form method="post" action="/messages/${number}/calendar">${line('from', 'From', from)}` +
  TAKEN.map((taken) => `<button name="answer" value="${taken}">${taken.toLowerCase()}</button> `).join('') +
  '</form>';

async function messagePage(store: MailStore, number: number): Promise<string> {
  const mail = store.list().find((one) => one.number === number);
  const bytes = await store.bytes(number);
  const parsed = await simpleParser(bytes);
  if (!mail) throw new Error('not here');
  const headers = [
    ['From', escape(parsed.from?.text ?? '')],
    ['To', escape(textOf(parsed.to))],
    ['Cc', escape(textOf(parsed.cc))],
    ['Delivered to', mail.to.map(mailboxLink).join(', ')],
    ['Date', escape(parsed.date?.toUTCString() ?? '')],
    ['Message-ID', escape(parsed.messageId ?? '')],
  ].filter(([, value]) => value !== '');
  const files = parsed.attachments.map(
    ({ filename, contentType, size }, n) =>
      `<li><a href="/messages/${number}/attachments/${n}">${escape(filename ?? 'unnamed')}</a> <small>${escape(contentType)}, ${size} bytes</small>`,
  );
  const html =
    typeof parsed.html === 'string'
      ? `<h2>As HTML</h2><iframe sandbox="allow-popups allow-popups-to-escape-sandbox" title="Message as HTML" srcdoc="${escape(`<base target="_blank">${parsed.html}`)}"></iframe>`
      : '';
  return page(
    parsed.subject ?? '(no subject)',
    `<p><a href="/">All mailboxes</a> · <a href="/messages/${number}/raw">exact bytes</a></p><table>${headers.map(([name, value]) => `<tr><th>${name}<td>${value}`).join('')}</table>` +
      `${files.length > 0 ? `<h2>Attachments</h2><ul>${files.join('')}</ul>` : ''}${html}<h2>As text</h2><pre>${escape(parsed.text ?? '')}</pre>` +
      ((await invitationIn(bytes)) ? calendarForm(number, mail.to[0] ?? '') : '') +
      writeForm(`/messages/${number}/answer`, line('from', 'From', mail.to[0]), 'Answer it'),
  );
}

async function sendAttachment(response: ServerResponse, bytes: Buffer, index: number): Promise<void> {
  const attachment = (await simpleParser(bytes)).attachments[index];
  if (!attachment) throw new Error('not here');
  response.setHeader(
    'Content-Disposition',
    `attachment; filename*=UTF-8''${encodeURIComponent(attachment.filename ?? 'unnamed')}`,
  );
  send(response, attachment.contentType, attachment.content);
}
