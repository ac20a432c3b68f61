import { flushSync } from 'react-dom';
import { EditorContent } from '@tiptap/react';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams, useLocation } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import type { PassageDetail } from '../../../contract/passages.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../ui/Overtaken.tsx';
import { useSavedAs } from '../../ui/useSavedAs.ts';
import { useOpened } from '../../ui/useOpened.ts';
import { TextField } from '../../ui/Field.tsx';
import { useKeys } from '../../ui/keys.ts';
import { TemplatePlacesContext } from '../../parts/editor/templateContext.ts';
import {
  useChangePassageMutation,
  useCreatePassageMutation,
  usePassageQuery,
  useRetirePassageMutation,
} from '../../api/passages.ts';
import { BegunNote } from '../../parts/begun/BegunNote.tsx';
import { useBegun, useLaidAside } from '../../parts/begun/useBegun.ts';
import type { Begun } from '../../parts/begun/useBegun.ts';
import { Toolbar } from '../../parts/wording/Toolbar.tsx';
import { Keeping } from '../../parts/wording/Keeping.tsx';
import { NoTemplate } from '../../parts/wording/NoTemplate.tsx';
import { PassageUse, usedIn } from './PassageUse.tsx';
import { usePassageEditor } from './usePassageEditor.ts';
import { say } from '../../words/en/passages.ts';
import classes from '../../parts/wording/Workshop.module.css';

/** One passage: its wording at the left and, at the right, everywhere that a change of it would show. */
export function PassagePage() {
  const { passageId } = useParams();
  const { user } = useOutletContext<Session>();
  const { currentData: passage, error } = usePassageQuery(passageId ?? '', { skip: passageId === undefined });
  if (passageId !== undefined && !passage) return error ? <NoTemplate error={error} /> : null;
  return <OpenedPassage key={passage?.id ?? 'new'} passage={passage} mayChange={user.mayChange} />;
}

const versionOf = (passage: PassageDetail | undefined): string => passage?.versionId ?? 'new';

function OpenedPassage({ passage, mayChange }: Pick<PassageDeskProps, 'passage' | 'mayChange'>) {
  const { opened, age, overtaken, renew, onSaved } = useOpened(passage, versionOf);
  const begun = useBegun<BegunPassage>(passage ? undefined : 'passage:new');
  if (!begun) return null;
  return (
    <PassageDesk
      key={`${age} ${begun.age}`}
      begun={begun}
      passage={opened}
      mayChange={mayChange}
      overtaken={overtaken}
      onRenew={renew}
      onSaved={onSaved}
    />
  );
}

const NO_WORDS = { type: 'doc', content: [{ type: 'paragraph' }] };

interface BegunPassage {
  readonly name: string;
  readonly body: PassageDetail['body'];
}

interface PassageDeskProps {
  readonly begun: Begun<BegunPassage>;
  readonly passage: PassageDetail | undefined;
  readonly mayChange: boolean;
  /** Someone else changed it since it was opened. */
  readonly overtaken: boolean;
  readonly onRenew: () => void;
  readonly onSaved: (saved: PassageDetail) => void;
}

function PassageDesk({ begun, passage, mayChange, overtaken, onRenew, onSaved }: PassageDeskProps) {
  const navigate = useNavigate();
  // Words kept from a message are laid out here first.
  const from = (useLocation().state ?? {}) as { readonly body?: PassageDetail['body'] };
  const [name, setName] = useState(passage?.name ?? begun.words?.name ?? '');
  const [why, setWhy] = useState('');
  const [edits, setEdits] = useState(0);
  const brought = passage === undefined && from.body !== undefined;
  const { changed, onSaved: setSaved } = useSavedAs(edits, brought ? undefined : 0);
  const edited = (): void => {
    setEdits((n) => n + 1);
  };
  const { body, places } = usePassageEditor(passage, from.body ?? begun.words?.body, mayChange, edited);
  const { keep, retire, error } = useKeeping(passage, (saved) => {
    flushSync(() => {
      setSaved(edits);
    });
    begun.drop();
    onSaved(saved);
  });
  const words = useMemo(
    // Read anew with each edit: the editor itself stays the same.
    () => ({ name, body: (body?.getJSON() ?? NO_WORDS) as PassageDetail['body'], edits }),
    [name, body, edits],
  );
  useLaidAside(begun, words, changed);
  const keepIt = (): void => {
    if (body && name.trim() !== '' && (passage === undefined || changed))
      void keep(name, body.getJSON() as PassageDetail['body'], why);
  };
  useKeys({ 'Ctrl+s': keepIt, Escape: () => void navigate('/passages') });
  const used = passage ? usedIn(passage) : 0;
  return (
    <TemplatePlacesContext value={places}>
      <LeaveGuard when={mayChange && changed && (passage !== undefined || brought)} what={say.thisPassage} />
      <div className={classes.workshop}>
        <header className={classes.keepBar}>
          <Link to="/passages">{say.passages}</Link>
          <h1 className={classes.crumb}>{name || say.newPassage}</h1>
          {mayChange ? (
            <Keeping
              why={passage && changed ? why : undefined}
              words={passage && used > 0 ? say.changeItIn(plural(used, say.place)) : say.save}
              disabled={name.trim() === '' || (passage !== undefined && !changed)}
              onWhy={setWhy}
              onKeep={keepIt}
            />
          ) : null}
          <BegunNote begun={begun} />
          {overtaken ? <Overtaken onRenew={onRenew} /> : null}
          {error ? (
            <p className={classes.impact} data-severity="stop" role="alert">
              {problemWords(error)}
            </p>
          ) : null}
        </header>
        <div className={classes.halves}>
          <section className={classes.wording} aria-label={say.wording}>
            <TextField
              label={say.name}
              value={name}
              autoFocus={!passage}
              onChange={(typed) => {
                setName(typed);
                edited();
              }}
            />
            <div className={classes.sheet}>
              {body && mayChange ? <Toolbar editor={body} /> : null}
              <div className={classes.body}>
                <EditorContent editor={body} />
              </div>
            </div>
            <p className={classes.hint}>
              {say.type}
              <kbd>+</kbd>
              {say.andAFewLettersTo}
            </p>
          </section>
          <aside className={classes.preview} aria-label={say.whereItIsUsed}>
            {passage ? (
              <PassageUse passage={passage} mayChange={mayChange} onRetire={retire} />
            ) : (
              <p className={classes.none}>{say.onceTemplatesLinkItThey}</p>
            )}
          </aside>
        </div>
      </div>
    </TemplatePlacesContext>
  );
}

function useKeeping(passage: PassageDetail | undefined, onSaved: (saved: PassageDetail) => void) {
  const navigate = useNavigate();
  const [create, creating] = useCreatePassageMutation();
  const [change, changing] = useChangePassageMutation();
  const [retire, retiring] = useRetirePassageMutation();
  const keep = async (name: string, body: PassageDetail['body'], why: string): Promise<void> => {
    if (passage) {
      await change({ id: passage.id, change: { baseVersionId: passage.versionId, name, body, why } })
        .unwrap()
        .then(onSaved, () => undefined);
      return;
    }
    const made = await create({ name, body })
      .unwrap()
      .catch(() => undefined);
    if (!made) return;
    onSaved(made);
    await navigate(`/passages/${made.id}`, { replace: true });
  };
  return {
    keep,
    retire: (): void => {
      if (!passage) return;
      void retire(passage.id)
        .unwrap()
        .then(
          () => navigate('/passages'),
          () => undefined,
        );
    },
    error: creating.error ?? changing.error ?? retiring.error,
  };
}
