import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { EntryDetail } from '../../../../contract/correspondence.ts';
import { useMatterQuery } from '../../../api/matters.ts';
import { useMessageQuery } from '../../../api/messages.ts';
import { Button } from '../../../ui/Button.tsx';
import { SaveAs } from '../sheet/SaveAs.tsx';
import { say } from '../../../words/en/matter-correspondence.ts';

/** Turns what was sent or received into a template: with its fields where it was written here, by its wording otherwise. */
export function SaveEntry({ entry }: { readonly entry: EntryDetail }) {
  const navigate = useNavigate();
  const [asked, setAsked] = useState(false);
  const id = asked && entry.messageId !== null ? entry.messageId : skipToken;
  const { data: message } = useMessageQuery(id);
  const { data: matter } = useMatterQuery(id === skipToken ? skipToken : entry.matterId);
  if (entry.messageId === null && entry.channel !== 'email') return null;
  if (message && matter)
    return <SaveAs opened message={message} matter={matter} onKeep={() => Promise.resolve(true)} />;
  return (
    <Button
      onClick={() => {
        if (entry.messageId !== null) setAsked(true);
        else void navigate('/templates/import', { state: { entryId: entry.id, name: entry.subject } });
      }}
    >
      {say.saveAs}
    </Button>
  );
}
