import { escapeHtml } from '../../../core/merge/renderHtml.ts';
import type { FinishedMessage } from '../../../core/merge/finish.ts';

const WORDS = 'You want no more messages of this kind from us?';
const LINK = 'Tell us here';

/** A message of news says how to have no more of it, below everything else: not every program shows what its header says. */
export function withWayOut(message: FinishedMessage, address: string | undefined): FinishedMessage {
  if (address === undefined) return message;
  const line = `<p class="o-faint" style="font-size:13px;margin:16px 0 0">${WORDS} <a href="${escapeHtml(address)}">${LINK}</a>.</p>`;
  const end = message.html.lastIndexOf('</body>');
  return {
    ...message,
    text: `${message.text.trimEnd()}\n\n${WORDS} ${address}\n`,
    html: end < 0 ? message.html + line : message.html.slice(0, end) + line + message.html.slice(end),
  };
}
