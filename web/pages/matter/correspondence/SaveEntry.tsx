import { skipToken } from '@reduxjs/toolkit/query';
import { useNavigate } from 'react-router';
import type { EntryDetail } from '../../../../contract/correspondence.ts';
import { useMatterQuery } from '../../../api/matters.ts';
import { useMessageQuery } from '../../../api/messages.ts';
import { Button } from '../../../ui/Button.tsx';
import { SaveAs } from '../sheet/SaveAs.tsx';

/** Turns what was sent or received into a template: with its fields where it was written here, by its wording otherwise. */
export function SaveEntry({ entry }: { readonly entry: EntryDetail }) {
  const navigate = useNavigate();
  const { data: message } = useMessageQuery(entry.messageId ?? skipToken);
  const { data: matter } = useMatterQuery(entry.messageId === null ? skipToken : entry.matterId);
  if (entry.messageId === null)
    return entry.channel === 'email' ? (
      <Button
        onClick={() => {
          void navigate('/templates/import', { state: { entryId: entry.id, name: entry.subject } });
        }}
      >
        Save as template…
      </Button>
    ) : null;
  return message && matter ? (
    <SaveAs message={message} matter={matter} onKeep={() => Promise.resolve(true)} />
  ) : null;
}
