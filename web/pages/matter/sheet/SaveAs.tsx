import { Menu } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { keepableFields, wordingFromMessage } from '../../../../core/template/fromMessage.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField } from '../../../ui/Field.tsx';
import { usePassagesHereQuery } from '../../../api/messages.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './SheetTools.module.css';

interface SaveAsProps {
  readonly message: Message;
  readonly matter: Pick<MatterDetail, 'parties'>;
  /** Saves what is typed first, so that what is taken is all of it; false where it could not. */
  readonly onKeep: () => Promise<boolean>;
  /** What can be chosen is shown at once. */
  readonly opened?: boolean;
}

/** Keeps the wording as a template or a passage; which of the record's values become fields is chosen here. */
export function SaveAs({ message, matter, onKeep, opened = false }: SaveAsProps) {
  const navigate = useNavigate();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { data: passages } = usePassagesHereQuery(message.id);
  const read = {
    subject: parseInline(message.subjectNodes, 'message'),
    body: parseDocument(message.body, 'message'),
  };
  if (!read.subject.ok || !read.body.ok) return null;
  const letter = { subject: read.subject.value, body: read.body.value };
  const fields = keepableFields(letter);
  const chosen = new Set(fields.map(({ path }) => path).filter((path) => !left.has(path)));
  const take = async (to: string, asPassage: boolean): Promise<void> => {
    if (!(await onKeep())) return;
    const signature = parseDocument({ ...message.body, content: passages?.signature ?? [] }, 'message');
    const wording = wordingFromMessage(letter, chosen, signature.ok ? signature.value.content : []);
    const content = {
      recipients: rolesOf(message, matter),
      subject: wording.subject,
      body: wording.body,
      blanks: message.blanks.filter(({ key }) => !key.startsWith('asked:')),
      documents: [],
      category: '',
    };
    await navigate(to, { state: asPassage ? { body: wording.body } : { channel: message.channel, content } });
  };
  return (
    <Menu defaultOpened={opened} width={340} position="bottom-start" closeOnItemClick={false}>
      <Menu.Target>
        <Button>{say.saveAs}</Button>
      </Menu.Target>
      <Menu.Dropdown>
        {fields.length > 0 ? <Menu.Label>{say.theseBecomeFieldsAgain}</Menu.Label> : null}
        {fields.map(({ path, label, words }) => (
          <div key={path} className={classes.field}>
            <CheckField
              label={
                <>
                  {words} <small>{label}</small>
                </>
              }
              checked={!left.has(path)}
              onChange={(checked) => {
                setLeft((known) => {
                  const next = new Set(known);
                  if (checked) next.delete(path);
                  else next.add(path);
                  return next;
                });
              }}
            />
          </div>
        ))}
        <Menu.Label>{say.nothingIsSavedUntilYou}</Menu.Label>
        <Menu.Item onClick={() => void take('/templates/new', false)}>{say.asANewTemplate}</Menu.Item>
        {message.templateId === null ? null : (
          <Menu.Item onClick={() => void take(`/templates/${message.templateId ?? ''}`, false)}>
            {say.asANewVersionOf}
            {message.templateName}”
          </Menu.Item>
        )}
        <Menu.Item onClick={() => void take('/passages/new', true)}>{say.asAPassage}</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

/** Whom the message goes to, as the roles they hold here. */
function rolesOf(message: Message, matter: SaveAsProps['matter']) {
  const line = (part: 'to' | 'cc' | 'bcc'): { role: string }[] => {
    const held = message[part].flatMap(({ contactId }) =>
      matter.parties.filter((party) => party.contactId === contactId).slice(0, 1),
    );
    return [...new Set(held.map(({ role }) => role))].map((role) => ({ role }));
  };
  return { to: line('to'), cc: line('cc'), bcc: line('bcc') };
}
