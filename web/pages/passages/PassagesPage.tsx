import { mayDo } from '../../words/rights.ts';
import { useState } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { plural, problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/Field.tsx';
import { useChooseSignatureMutation, usePassagesQuery, useSignaturesQuery } from '../../api/passages.ts';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import { Tip } from '../../ui/Tip.tsx';
import classes from '../../parts/wording/Library.module.css';

/** Passages that templates share, and whose default signature is which. */
export function PassagesPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const { data, error } = usePassagesQuery();
  const { data: signatures } = useSignaturesQuery();
  const [choose] = useChooseSignatureMutation();
  const wanted = typed.trim().toLowerCase();
  const passages = (data?.items ?? []).filter(
    ({ name, opening }) => name.toLowerCase().includes(wanted) || opening.toLowerCase().includes(wanted),
  );
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Passages</h1>
        <LibraryTabs />
        <SearchField
          value={typed}
          placeholder="Name or words inside"
          label="Narrow the passages by name or words inside"
          onChange={(value) => {
            setTyped(value);
          }}
        />
        {user.mayChange ? (
          <div className={classes.actions}>
            <Button kind="go" onClick={() => void navigate('/passages/new')}>
              New passage
            </Button>
          </div>
        ) : null}
      </header>
      <div className={classes.body}>
        <section className={classes.shelves} aria-label="Default signatures">
          <h2>Signatures</h2>
          <div className={classes.signatures}>
            {(signatures?.people ?? []).map(({ id, name, passageId }) => (
              <SelectField
                key={id}
                label={name}
                value={passageId ?? ''}
                options={[
                  ['', 'name and position'],
                  ...(data?.items ?? []).map((passage) => [passage.id, passage.name] as const),
                ]}
                onChange={(chosen) => {
                  void choose({ personId: id, passageId: chosen === '' ? null : chosen });
                }}
                disabled={!mayDo(user, id === user.id ? 'wording' : 'settings')}
              />
            ))}
          </div>
        </section>
        <div className={classes.list}>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {passages.map(({ id, name, opening, uses, oneLine, changedAtUtc, changedBy }) => (
            <Link key={id} to={`/passages/${id}`} className={classes.passageRow}>
              <span className={classes.name}>{name}</span>
              <span>{opening}</span>
              <span>{oneLine ? 'a sentence' : 'a block'}</span>
              <span>{uses === 0 ? 'not used' : `in ${plural(uses, 'place')}`}</span>
              <Tip label={`Changed by ${changedBy}`}>
                <span>{listDay(dayOf(changedAtUtc), today())}</span>
              </Tip>
            </Link>
          ))}
          {data && passages.length === 0 ? (
            <Blank title={typed === '' ? 'No passages yet' : `Nothing with “${typed}”`}>
              <p>
                A passage is wording that several templates share. Changed once, it is changed in all of them.
              </p>
            </Blank>
          ) : null}
        </div>
      </div>
    </div>
  );
}
