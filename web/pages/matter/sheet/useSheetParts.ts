import { useState } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import type { Going } from './AddressBlock.tsx';
import { choiceOf, documentEnclosure, isEnclosed } from './enclosureList.ts';

type LineName = 'to' | 'cc' | 'bcc';

/** What a sheet holds beside its two texts: who it goes to, what goes along, what its blanks were answered with. */
export function useSheetParts(initial: Message, matter: MatterDetail, change: (part: ChangeMessage) => void) {
  const [lines, setLines] = useState({ to: initial.to, cc: initial.cc, bcc: initial.bcc });
  const [enclosures, setEnclosures] = useState(initial.enclosures);
  const [answers, setAnswers] = useState(initial.answers);
  const [appointment, setAppointment] = useState(initial.appointment);
  const [going, setGoing] = useState<Going>(initial);
  const enclose = (next: Message['enclosures']): void => {
    setEnclosures(next);
    change({ enclosures: next.map(choiceOf) });
  };
  return {
    lines,
    enclosures,
    answers,
    going,
    appointment,
    /** Invites to another appointment of the matter, or to none. */
    invite: (chosen: Message['appointment']): void => {
      setAppointment(chosen);
      change({ appointmentId: chosen?.followUpId ?? null });
    },
    enclose,
    /** What the server made or read is enclosed there already. */
    showEnclosures: setEnclosures,
    setLine: (part: LineName, recipients: Message['to']): void => {
      setLines((known) => ({ ...known, [part]: recipients }));
      change({
        [part]: recipients.map(({ address, name, contactId }) => ({
          address,
          name,
          ...(contactId === undefined ? {} : { contactId }),
        })),
      });
    },
    setGoing: (part: Partial<Going>): void => {
      setGoing((known) => ({ ...known, ...part }));
      change(part);
    },
    /** Signs with another of the sender's signatures; null is the default. */
    sign: (signature: string | null): void => {
      setGoing((known) => ({ ...known, signature }));
      change({ signature });
    },
    /** Puts the words of what is answered below one's own. */
    quote: (): void => {
      change({ quoted: true });
    },
    /** A document that is named in answer to a blank is meant to go along. */
    answer: (blanks: Message['blanks'], key: string, text: string): void => {
      const next = { ...answers, [key]: text };
      setAnswers(next);
      change({ answers: next });
      const asked = blanks.find((blank) => blank.key === key);
      const document = matter.documents.find(({ name }) => name === text);
      if (asked?.kind === 'document' && document && !isEnclosed(enclosures, document.id))
        enclose([...enclosures, documentEnclosure(document)]);
    },
  };
}
