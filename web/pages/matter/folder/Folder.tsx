import { useState } from 'react';
import { Link, useOutletContext } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import type { DocumentView, MatterDetail, PartyView } from '../../../../contract/matters.ts';
import { isGeneralFile } from '../../../../core/model/generalFile.ts';
import { groupBy } from '../../../../core/model/groupBy.ts';
import { dayOf, listDay, readDay, today, writeDay } from '../../../words/dates.ts';
import { fileSize } from '../../../words/en/wording.ts';
import { mayDo } from '../../../words/rights.ts';
import { Button } from '../../../ui/Button.tsx';
import { leftWords, nearness } from '../../../words/en/matterDates.ts';
import { Answers } from './Answers.tsx';
import { FollowUps } from './FollowUps.tsx';
import { Linked } from './Linked.tsx';
import { Part } from './Part.tsx';
import { PartiesEditor } from './PartiesEditor.tsx';
import { Chases, Routines } from './Routines.tsx';
import { RecordValues } from './RecordValues.tsx';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { useRecordQuery } from '../../../api/matters.ts';
import { useChangeDocumentMutation } from '../../../api/documents.ts';
import { useEditing } from '../editing/useEditing.ts';
import type { Editing } from '../editing/useEditing.ts';
import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { kindOf } from '../../../words/en/matter-documents.ts';
import { say } from '../../../words/en/matter-folder.ts';
import editing from '../editing/Editing.module.css';
import { Tip } from '../../../ui/Tip.tsx';
import classes from './Folder.module.css';

interface FolderProps {
  readonly matter: MatterDetail;
  readonly narrow: boolean;
  readonly mayChange: boolean;
}

/** What lies in the matter's folder. Beside an open sheet it narrows to a strip that leads back to it. */
export function Folder({ matter, narrow, mayChange }: FolderProps) {
  const { data } = useRecordQuery(matter.id, { skip: narrow });
  const edit = useEditing(data, matter.id);
  const { record } = edit;
  if (narrow) return <Strip matter={matter} />;
  return (
    <section className={classes.folder} aria-label={say.folder}>
      {edit.undo ? (
        <p className={editing.done} role="status">
          {say.changed}
          <Button onClick={edit.undo}>{say.undo}</Button>
        </p>
      ) : null}
      {edit.problem === undefined ? null : (
        <p className={editing.done} data-severity="stop" role="alert">
          {edit.problem} <Button onClick={edit.retry}>{say.tryAgain}</Button>
        </p>
      )}
      <Known matter={matter} />
      <Answers matterId={matter.id} mayChange={mayChange} />
      {isGeneralFile(matter.id) ? null : (
        <OfTheMatter matter={matter} record={record} edit={edit} mayChange={mayChange} />
      )}
      <Part title={say.documents} count={matter.documents.length}>
        {matter.documents.map((document) => (
          <DocumentLine key={document.id} document={document} matterId={matter.id} mayChange={mayChange} />
        ))}
        {matter.documents.length === 0 ? (
          <p className={classes.none}>{say.reportsInvoicesAndPicturesOf}</p>
        ) : null}
      </Part>
      {matter.filingAddress === null ? null : (
        <Part title={say.filingAddress}>
          <Tip label={say.whatIsSentOrCopied}>
            <p className={classes.address}>
              <a href={`mailto:${matter.filingAddress}`}>{matter.filingAddress}</a>
            </p>
          </Tip>
        </Part>
      )}
      <Chases matterId={matter.id} mayChange={mayChange} />
      {isGeneralFile(matter.id) ? null : <Routines matterId={matter.id} mayChange={mayChange} />}
      <FollowUps
        followUps={matter.followUps}
        matterId={matter.id}
        people={record?.people ?? []}
        mayChange={mayChange}
      />
    </section>
  );
}

interface OfTheMatterProps extends Pick<FolderProps, 'matter' | 'mayChange'> {
  readonly record: MatterRecordView | undefined;
  readonly edit: Editing;
}

/** Its people, dates and figures, which the general file has none of. */
function OfTheMatter({ matter, record, edit, mayChange }: OfTheMatterProps) {
  const [changing, setChanging] = useState(false);
  const editable = mayChange && record !== undefined;
  return (
    <>
      <Part title={say.parties} count={matter.parties.length}>
        {changing && editable ? (
          <PartiesEditor record={record} edit={edit} />
        ) : (
          <Parties parties={matter.parties} matterId={matter.id} mayChange={mayChange} />
        )}
        {editable ? (
          <Button
            aria-pressed={changing}
            onClick={() => {
              setChanging(!changing);
            }}
          >
            {changing ? say.done : say.changeParties}
          </Button>
        ) : null}
      </Part>
      <Part title={say.datesAndFigures}>
        {editable ? <RecordValues matter={matter} record={record} edit={edit} /> : <Values matter={matter} />}
      </Part>
      <Linked matter={matter} />
    </>
  );
}

/** What whoever opens the matter should know first. */
function Known({ matter: { note, formerReferences, enteredInNeed } }: { readonly matter: MatterDetail }) {
  if (note === '' && formerReferences.length + enteredInNeed.length === 0) return null;
  return (
    <div className={classes.known}>
      {note === '' ? null : <p>{note}</p>}
      {formerReferences.length === 0 ? null : <small>{say.formerly(formerReferences.join(', '))}</small>}
      {enteredInNeed.map(({ person, atUtc, why }) => (
        <small key={atUtc}>{say.enteredInNeed(person, writeDay(dayOf(atUtc), 'long'), why)}</small>
      ))}
    </div>
  );
}

function Parties({
  parties,
  matterId,
  mayChange,
}: {
  readonly parties: readonly PartyView[];
  readonly matterId: string;
  readonly mayChange: boolean;
}) {
  if (parties.length === 0) return <p className={classes.none}>{say.nobodyYetWhomTheMatter}</p>;
  return [...groupBy(parties, ({ role }) => role)].map(([role, holders]) => (
    <div key={role} className={classes.line}>
      <span className={classes.label}>
        {holders.length > 1 ? holders[0]?.rolePlural : holders[0]?.roleLabel}
      </span>
      <span>
        {holders.map((party) => (
          <span key={party.contactId} className={classes.party}>
            <Link to={`/directory/${party.contactId}`}>{party.name}</Link>
            {party.organisation === undefined ? null : <small> · {party.organisation}</small>}
            {party.doNotWriteTo ? <em>{say.doNotWriteTo}</em> : null}
            {party.bounced ? <em>{say.emailCameBack}</em> : null}
            {!party.doNotWriteTo && party.address === undefined ? <small>{say.noEmailAddress}</small> : null}
            {mayChange && !party.doNotWriteTo ? (
              <span className={classes.write}>
                <StartLink
                  matterId={matterId}
                  from={{ contactIds: [party.contactId], about: `to ${party.name}` }}
                  label={say.writeTo(party.name)}
                >
                  {say.write}
                </StartLink>
              </span>
            ) : null}
            <Tip label={[party.phone, party.address].filter(Boolean).join(' · ')}>
              <small className={classes.reach}>
                {[party.phone, party.address].filter(Boolean).join(' · ')}
              </small>
            </Tip>
          </span>
        ))}
      </span>
    </div>
  ));
}

function Values({ matter }: { readonly matter: MatterDetail }) {
  const dates = new Map(matter.dateline.keyDates.map((keyDate) => [keyDate.label, keyDate]));
  return matter.values.map(({ path, label, text, date }) => {
    const keyDate = dates.get(label);
    const left = keyDate ? leftWords(keyDate, matter.dateline.today) : '';
    const near = keyDate && nearness(keyDate, matter.dateline.today) === 'near';
    return (
      <div key={path} className={classes.line}>
        <span className={classes.label}>{label}</span>
        <Tip label={date === undefined ? undefined : writeDay(readDay(date), 'longWeekday')}>
          <span className={near ? classes.near : undefined}>
            {text}
            {left === '' ? '' : ` · ${left}`}
          </span>
        </Tip>
      </div>
    );
  });
}

function DocumentLine({
  document,
  matterId,
  mayChange,
}: {
  readonly document: DocumentView;
  readonly matterId: string;
  readonly mayChange: boolean;
}) {
  const { user } = useOutletContext<Session>();
  const [change] = useChangeDocumentMutation();
  return (
    <Tip label={`${document.category}, ${fileSize(document.sizeBytes)}`}>
      <div className={classes.document}>
        <i>{kindOf(document)}</i>
        <Link to={`/matters/${matterId}/documents/${document.id}`}>
          {document.name}
          {document.version > 1 ? <small> v{document.version}</small> : null}
          {document.restricted ? <small>{say.practiceAlone}</small> : null}
        </Link>
        {mayChange ? (
          <span className={classes.onIt}>
            <StartLink
              matterId={matterId}
              from={{ documentIds: [document.id], about: `with ${document.name}` }}
              label={say.send(document.name)}
            >
              {say.sendNow}
            </StartLink>
            {mayDo(user, 'restrict') ? (
              <Tip label={document.restricted ? say.anybodyOnTheMatterMay : say.warnBeforeItLeavesThe}>
                <Button
                  onClick={() =>
                    void change({
                      matterId,
                      documentId: document.id,
                      change: { restricted: !document.restricted },
                    })
                  }
                >
                  {document.restricted ? say.allow : say.restrict}
                </Button>
              </Tip>
            ) : null}
          </span>
        ) : null}
        <small>{listDay(readDay(document.addedOn), today()).replace(/^\p{L}+ /u, '')}</small>
      </div>
    </Tip>
  );
}

function Strip({ matter }: { readonly matter: MatterDetail }) {
  const parts = [
    [say.parties, matter.parties.length],
    [say.datesAndFigures, matter.values.length],
    [say.documents, matter.documents.length],
    [say.followUps, matter.followUps.length],
  ] as const;
  return (
    <nav className={classes.strip} aria-label={say.folder}>
      {parts.flatMap(([name, count]) =>
        count === 0 ? (
          []
        ) : (
          <Tip key={name} label={say.openTheFolderTheDraft}>
            <Link to={`/matters/${matter.id}`}>
              {name} {count}
            </Link>
          </Tip>
        ),
      )}
    </nav>
  );
}
