import { EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams, useLocation } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import type { PassageDetail } from '../../../contract/passages.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { dayOf } from '../../words/dates.ts';
import { plural, problemWords } from '../../words/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { useKeys } from '../../ui/keys.ts';
import { PutIn } from '../../parts/editor/putIn.ts';
import { TemplatePlacesContext } from '../../parts/editor/templateContext.ts';
import { templateBody } from '../../parts/editor/templateNodes.tsx';
import {
  useChangePassageMutation,
  useCreatePassageMutation,
  usePassageQuery,
  usePassagesQuery,
  useRestorePassageMutation,
  useRetirePassageMutation,
} from '../../api/passages.ts';
import { useFindMattersQuery } from '../../api/matters.ts';
import { useTemplateFieldsQuery } from '../../api/templates.ts';
import { NoTemplate } from '../../parts/wording/NoTemplate.tsx';
import { putInItems } from '../../parts/wording/putInItems.ts';
import classes from '../../parts/wording/Workshop.module.css';

/** One passage: its wording at the left and, at the right, everywhere that a change of it would show. */
export function PassagePage() {
  const { passageId } = useParams();
  const { user } = useOutletContext<Session>();
  const { currentData: passage, error } = usePassageQuery(passageId ?? '', { skip: passageId === undefined });
  if (passageId !== undefined && !passage) return error ? <NoTemplate error={error} /> : null;
  return <PassageDesk key={passage?.versionId ?? 'new'} passage={passage} mayChange={user.mayChange} />;
}

function PassageDesk({
  passage,
  mayChange,
}: {
  readonly passage: PassageDetail | undefined;
  readonly mayChange: boolean;
}) {
  const navigate = useNavigate();
  // Words kept from a message are laid out here first.
  const from = (useLocation().state ?? {}) as { readonly body?: PassageDetail['body'] };
  const [name, setName] = useState(passage?.name ?? '');
  const [why, setWhy] = useState('');
  const [changed, setChanged] = useState(passage === undefined && from.body !== undefined);
  const [create, creating] = useCreatePassageMutation();
  const [change, changing] = useChangePassageMutation();
  const [retire, retiring] = useRetirePassageMutation();
  const [restore] = useRestorePassageMutation();
  const { data: matters } = useFindMattersQuery({ query: '', limit: 1 });
  const { data: catalogue } = useTemplateFieldsQuery(matters?.items[0]?.id);
  const { data: passages } = usePassagesQuery();
  const places = useMemo(
    () => ({
      catalogue,
      blanks: [],
      passages: (passages?.items ?? []).filter(({ id }) => id !== passage?.id),
    }),
    [catalogue, passages, passage],
  );
  const body = useEditor({
    extensions: [
      ...templateBody,
      PutIn.configure({
        onPutIn: (editor, range, item) => {
          const chain = editor.chain().focus().deleteRange(range);
          if (item.kind === 'field') chain.insertContent({ type: 'field', attrs: { path: item.path } }).run();
          if (item.kind === 'passage')
            chain
              .insertContent({ type: item.oneLine ? 'passageWords' : 'passage', attrs: { id: item.id } })
              .run();
        },
      }),
    ],
    content: passage?.body ?? from.body ?? { type: 'doc', content: [{ type: 'paragraph' }] },
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: { 'aria-label': 'Wording', role: 'textbox', 'aria-multiline': 'true', spellcheck: 'true' },
    },
    onUpdate: () => {
      setChanged(true);
    },
  });
  useEffect(() => {
    // A passage asks nothing of its own: blanks belong to the template it stands in.
    body?.commands.offerPutIn((typed) =>
      putInItems(places, typed, false).filter(({ kind }) => kind === 'field' || kind === 'passage'),
    );
  }, [body, places]);
  const keep = async (): Promise<void> => {
    if (!body || name.trim() === '') return;
    const json = body.getJSON() as PassageDetail['body'];
    if (!passage) {
      const made = await create({ name, body: json })
        .unwrap()
        .catch(() => undefined);
      if (made) await navigate(`/passages/${made.id}`, { replace: true });
    } else
      await change({ id: passage.id, change: { baseVersionId: passage.versionId, name, body: json, why } });
  };
  const error = creating.error ?? changing.error ?? retiring.error;
  useKeys({ 'Ctrl+s': () => void keep(), Escape: () => void navigate('/passages') });
  const used = passage ? usedIn(passage) : 0;
  return (
    <TemplatePlacesContext value={places}>
      <div className={classes.workshop}>
        <header className={classes.keepBar}>
          <Link to="/passages">Passages</Link>
          <span className={classes.crumb}>/ {name || 'New passage'}</span>
          {mayChange ? (
            <span className={classes.keeping}>
              {passage && changed ? (
                <input
                  value={why}
                  aria-label="Why it is changed"
                  placeholder="why (optional)"
                  onChange={(event) => {
                    setWhy(event.currentTarget.value);
                  }}
                />
              ) : null}
              <Button
                kind="go"
                hint="Ctrl S"
                disabled={name.trim() === '' || (passage !== undefined && !changed)}
                onClick={() => void keep()}
              >
                {passage && used > 0 ? `Change it in ${plural(used, 'place')}` : 'Keep'}
              </Button>
            </span>
          ) : null}
          {error ? (
            <p className={classes.impact} data-severity="stop" role="alert">
              {problemWords(error)}
            </p>
          ) : null}
        </header>
        <div className={classes.halves}>
          <section className={classes.wording} aria-label="Wording">
            <TextField
              label="Name"
              value={name}
              autoFocus={!passage}
              onChange={(typed) => {
                setName(typed);
                setChanged(true);
              }}
            />
            <div className={classes.sheet}>
              <div className={classes.body}>
                <EditorContent editor={body} />
              </div>
            </div>
            <p className={classes.hint}>
              Type <kbd>+</kbd> and a few letters to put in a field or another passage.
            </p>
          </section>
          <aside className={classes.preview} aria-label="Where it is used">
            {passage ? (
              <Uses passage={passage} />
            ) : (
              <p className={classes.none}>
                Once templates link it, they stand here: a change shows in all of them.
              </p>
            )}
            {passage && passage.versions.length > 1 ? (
              <section className={classes.problems} aria-label="Earlier wordings">
                {passage.versions.slice(1, 8).map(({ id, number, madeBy, madeAtUtc, why: reason }) => (
                  <div key={id}>
                    <span>
                      Version {number}, {madeBy}, {formatDate(dayOf(madeAtUtc), 'short')}: {reason}
                    </span>
                    {mayChange ? (
                      <Button onClick={() => void restore({ id: passage.id, versionId: id })}>
                        Go back to it
                      </Button>
                    ) : null}
                  </div>
                ))}
              </section>
            ) : null}
            {passage && mayChange ? (
              <Button
                onClick={() =>
                  void retire(passage.id)
                    .unwrap()
                    .then(
                      () => navigate('/passages'),
                      () => undefined,
                    )
                }
              >
                Retire this passage
              </Button>
            ) : null}
          </aside>
        </div>
      </div>
    </TemplatePlacesContext>
  );
}

const usedIn = ({ usedIn: { templates, passages, signatureOf } }: PassageDetail): number =>
  templates.length + passages.length + signatureOf.length;

function Uses({ passage }: { readonly passage: PassageDetail }) {
  const { templates, passages, signatureOf } = passage.usedIn;
  return (
    <section className={classes.page}>
      <h2>
        {usedIn(passage) === 0 ? 'Used nowhere yet' : `A change shows in ${plural(usedIn(passage), 'place')}`}
      </h2>
      <ul>
        {templates.map(({ id, name }) => (
          <li key={id}>
            <Link to={`/templates/${id}`}>{name}</Link>
          </li>
        ))}
        {passages.map(({ id, name }) => (
          <li key={id}>
            the passage <Link to={`/passages/${id}`}>{name}</Link>
          </li>
        ))}
        {signatureOf.map((name) => (
          <li key={name}>{name}’s signature, in every template that has a place for it</li>
        ))}
      </ul>
    </section>
  );
}
