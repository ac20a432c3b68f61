import { Link, Outlet, useNavigate, useOutletContext, useParams } from 'react-router';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import type { ContactDetail } from '../../../contract/directory.ts';
import type { Session } from '../../../contract/session.ts';
import { useContactQuery } from '../../api/contacts.ts';
import type { ShelfStart } from '../../parts/start/shelfStart.ts';
import { Button } from '../../ui/Button.tsx';
import { Blank } from '../../ui/Blank.tsx';
import { useKeys } from '../../ui/keys.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/directory.ts';
import { problemWords } from '../../words/en/wording.ts';
import { ContactTabs } from './ContactTabs.tsx';
import { Reached } from './Reached.tsx';
import { WhereMet } from './WhereMet.tsx';
import classes from './Directory.module.css';

/** What the parts of a contact's page are told. */
export interface ContactContext {
  readonly detail: ContactDetail;
  readonly session: Session;
}

/** A person or an organisation as a record: what was said with them, what went along, how they are reached and where they are met. */
export function ContactPage() {
  const { contactId = '' } = useParams();
  const session = useOutletContext<Session>();
  const navigate = useNavigate();
  const { currentData: detail, error } = useContactQuery(contactId);
  const start = (): void => {
    if (!detail || !session.user.mayChange || detail.contact.doNotWriteTo) return;
    const from: ShelfStart = { contactIds: [detail.id], about: `to ${detail.contact.name}` };
    void navigate(`/matters/${GENERAL_FILE}/start`, { state: from });
  };
  useKeys({ n: start, Escape: () => void navigate('/directory') });
  if (!detail)
    return error ? (
      <Blank title={say.thereIsNoSuchContact}>
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    ) : (
      <div className={classes.page} aria-busy="true" />
    );
  const { mayChange } = session.user;
  const { contact } = detail;
  return (
    <div className={classes.page}>
      <ViewHead title={contact.name} within={<Link to="/directory">{say.directory}</Link>}>
        {mayChange && !contact.doNotWriteTo ? (
          <span className={classes.actions}>
            <Button kind="go" hint="N" aria-label={say.writeWithoutAMatter(contact.name)} onClick={start}>
              {say.startAMessage}
            </Button>
          </span>
        ) : null}
      </ViewHead>
      <ContactTabs id={detail.id} />
      <div className={classes.contact}>
        <section className={classes.said} aria-label={say.correspondence}>
          <Outlet context={{ detail, session } satisfies ContactContext} />
        </section>
        <aside aria-label={say.whereTheyAreMet}>
          <Reached detail={detail} />
          <WhereMet detail={detail} mayChange={mayChange} />
        </aside>
      </div>
    </div>
  );
}
