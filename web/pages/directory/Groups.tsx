import { useState } from 'react';
import type { RecipientGroup } from '../../../contract/recipients.ts';
import { useDeleteGroupMutation, useGroupsQuery, useKeepGroupMutation } from '../../api/recipients.ts';
import { RoundLink } from '../../parts/start/RoundLink.tsx';
import { Button } from '../../ui/Button.tsx';
import { plural, problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

/** Groups of recipients that were saved on a sheet, with whom they hold. A deleted one can be put back. */
export function Groups({ mayChange }: { readonly mayChange: boolean }) {
  const { data, error } = useGroupsQuery(undefined);
  const [remove, removing] = useDeleteGroupMutation();
  const [keep, keeping] = useKeepGroupMutation();
  const [gone, setGone] = useState<RecipientGroup>();
  const failed = removing.error ?? keeping.error;
  const drop = async (group: RecipientGroup): Promise<void> => {
    await remove(group.id).unwrap();
    setGone(group);
  };
  const putBack = async ({ name, members }: RecipientGroup): Promise<void> => {
    await keep({ name, members }).unwrap();
    setGone(undefined);
  };
  const groups = data?.items ?? [];
  return (
    <section className={classes.groups} aria-labelledby="groups">
      <h2 id="groups">{say.groups}</h2>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {groups.map((group) => (
        <p key={group.id}>
          <b>{group.name}</b> <small>{plural(group.members.length, say.recipient)}</small>{' '}
          {group.members.map(({ name, address }) => name || address).join(', ')}{' '}
          {mayChange && known(group).length > 0 ? (
            <RoundLink from={{ contactIds: known(group) }}>{say.startARound}</RoundLink>
          ) : null}{' '}
          {mayChange ? (
            <Button disabled={removing.isLoading} onClick={() => void drop(group).catch(() => undefined)}>
              {say.deleteIt(group.name)}
            </Button>
          ) : null}
        </p>
      ))}
      {gone ? (
        <p role="status">
          {say.isDeletedThoseInIt(gone.name)}
          <Button disabled={keeping.isLoading} onClick={() => void putBack(gone).catch(() => undefined)}>
            {say.putItBack}
          </Button>
        </p>
      ) : null}
      {failed ? <p role="alert">{problemWords(failed)}</p> : null}
    </section>
  );
}

/** Those of a group whom the directory knows. */
const known = ({ members }: RecipientGroup): readonly string[] =>
  members.flatMap(({ contactId }) => contactId ?? []);
