import type { AttemptOutcome } from '../../../core/model/message.ts';
import { handOver } from './handOver.ts';
import { printJob, statusOf } from './ipp.ts';
import type { Transport } from './transport.ts';

/**
 * Hands a letter to a printer over IPP (RFC 8011): a PDF, one job each. `urlNow` gives the printer's address as `http://…`;
 * without one, letters are filed as they would be printed, and fetched from the matter.
 */
export function printTransport(urlNow: () => Promise<string | undefined>): Transport {
  let requestId = 0;
  return {
    async send(envelope, bytes, beforeData) {
      const url = await urlNow();
      if (url === undefined) {
        await beforeData();
        return { outcome: { kind: 'accepted' }, permanentFailures: [] };
      }
      requestId += 1;
      const job = { name: `${envelope.subject} (${envelope.reference})`, user: envelope.from };
      const request = printJob(url.replace(/^http/, 'ipp'), requestId, job, bytes);
      const answered = await handOver(url, 'application/ipp', new Uint8Array(request), beforeData);
      return {
        outcome: 'kind' in answered ? answered : outcomeOf(answered.status, answered.bytes),
        permanentFailures: [],
      };
    },
  };
}

/** RFC 8011 Appendix B: 0x00xx is success, 0x04xx our fault, 0x05xx the printer's own, which passes. */
function outcomeOf(httpStatus: number, answer: Buffer): AttemptOutcome {
  const status = httpStatus === 200 ? statusOf(answer) : undefined;
  if (status === undefined)
    return httpStatus >= 400 && httpStatus < 500
      ? { kind: 'refused', reply: `HTTP ${httpStatus}` }
      : { kind: 'later', reply: `HTTP ${httpStatus}` };
  if (status < 0x0100) return { kind: 'accepted' };
  const reply = `IPP 0x${status.toString(16).padStart(4, '0')}`;
  return status >= 0x0500 ? { kind: 'later', reply } : { kind: 'refused', reply };
}
