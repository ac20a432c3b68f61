import { Outlet, useLocation, useMatch, useNavigate, useOutletContext, useParams } from 'react-router';
import { isGeneralFile } from '../../../core/model/generalFile.ts';
import type { MatterDetail } from '../../../contract/matters.ts';
import type { Session } from '../../../contract/session.ts';
import { problemCode, problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { PartBoundary } from '../../ui/PartBoundary.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { useKeys } from '../../ui/keys.ts';
import { Correspondence } from './correspondence/Correspondence.tsx';
import { Dateline } from './dateline/Dateline.tsx';
import { Folder } from './folder/Folder.tsx';
import { useMatterQuery, useRecordQuery } from '../../api/matters.ts';
import { useEditing } from './editing/useEditing.ts';
import { say } from '../../words/en/matter.ts';
import editing from './editing/Editing.module.css';
import { GoingFiles } from './documents/GoingFiles.tsx';
import { useAdding } from './documents/useAdding.ts';
import type { Adding } from './documents/useAdding.ts';
import { DroppedContext, useDropped } from './dropped.ts';
import { MatterTabs } from './MatterTabs.tsx';
import classes from './MatterPage.module.css';
import { Tip } from '../../ui/Tip.tsx';
import { useOpenEntry } from '../../parts/start/openEntry.ts';

/** What the shelf and the sheet are told by the page they open on. */
export interface MatterContext {
  readonly matter: MatterDetail;
  readonly session: Session;
  /** Files on their way to it. */
  readonly adding: Adding;
}

/** A matter: its head and dateline, its folder, its correspondence, and beside them the shelf or a sheet. */
export function MatterPage() {
  const { matterId = '' } = useParams();
  const session = useOutletContext<Session>();
  const { currentData: matter, error } = useMatterQuery(matterId);
  const adding = useAdding(matterId);
  const { over, target, register, taker } = useDropped(session.user.mayChange, adding.add);
  const atHome = useMatch('/matters/:matterId') !== null;
  const amongDocuments = useMatch('/matters/:matterId/documents/*') !== null;
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const beside = useOpenEntry();
  const start = (): void => {
    if (session.user.mayChange) void navigate(`/matters/${matterId}/start${beside}`);
  };
  // A letter that misses its field on a sheet starts nothing over it.
  const writing = useMatch('/matters/:matterId/sheet/*') !== null;
  useKeys({
    ...(writing ? {} : { n: start }),
    Escape: () => void navigate(atHome ? '/matters' : `/matters/${matterId}${beside}`),
  });

  if (!matter) return error ? <NoMatter error={error} /> : <div className={classes.page} aria-busy="true" />;
  const context: MatterContext = { matter, session, adding };
  return (
    <DroppedContext value={register}>
      <div className={classes.page} data-open={!atHome && !amongDocuments} {...target}>
        {over ? (
          <p className={classes.letGo} role="status">
            {letGo(taker)}
          </p>
        ) : null}
        <MatterHead matter={matter} mayChange={session.user.mayChange} onStart={start} />
        <MatterTabs matter={matter} />
        {amongDocuments ? (
          <PartBoundary key={matter.id} what={say.documents}>
            <Outlet context={context} />
          </PartBoundary>
        ) : (
          <>
            {isGeneralFile(matter.id) ? null : (
              <PartBoundary what={say.theDateline}>
                <Dateline dateline={matter.dateline} matterId={matter.id} />
              </PartBoundary>
            )}
            <div className={classes.body}>
              <PartBoundary what={say.theFolder}>
                <Folder key={matter.id} matter={matter} narrow={!atHome} mayChange={session.user.mayChange} />
              </PartBoundary>
              <PartBoundary what={say.theCorrespondence}>
                <Correspondence key={matter.id} matter={matter} mayChange={session.user.mayChange} />
              </PartBoundary>
              {atHome ? null : (
                <section className={classes.desk} aria-label={say.desk}>
                  <PartBoundary key={pathname} what={say.thisPart}>
                    <Outlet context={context} />
                  </PartBoundary>
                </section>
              )}
            </div>
          </>
        )}
        {amongDocuments ? null : <GoingFiles adding={adding} />}
      </div>
    </DroppedContext>
  );
}

interface MatterHeadProps {
  readonly matter: MatterDetail;
  readonly mayChange: boolean;
  readonly onStart: () => void;
}

/** Which matter it is, where it stands, and whose it is. */
function MatterHead({ matter, mayChange, onStart }: MatterHeadProps) {
  const [name, ...rest] = matter.title.split(', ');
  if (isGeneralFile(matter.id)) return <GeneralHead mayChange={mayChange} onStart={onStart} />;
  return (
    <header className={classes.head}>
      <div className={classes.title}>
        <div className={classes.reference}>
          {matter.reference} · {matter.type}
          {matter.restricted ? <span className={classes.restricted}>{say.restricted}</span> : null}
        </div>
        <Tip label={matter.title}>
          <h1>
            <em>{name}</em>
            {rest.length > 0 ? `, ${rest.join(', ')}` : ''}
          </h1>
        </Tip>
      </div>
      <dl className={classes.facts}>
        <div>
          <dt>{say.stage}</dt>
          <dd>
            <StageChoice matter={matter} mayChange={mayChange} />
          </dd>
        </div>
        <div>
          <dt>{say.responsible}</dt>
          <dd>{matter.responsible}</dd>
        </div>
      </dl>
      <Starting mayChange={mayChange} onStart={onStart} />
    </header>
  );
}

/** What a matter is opened for; whoever reads only is told so. */
const Starting = ({ mayChange, onStart }: Pick<MatterHeadProps, 'mayChange' | 'onStart'>) =>
  mayChange ? (
    <Button kind="go" hint="N" onClick={onStart}>
      {say.startAMessage}
    </Button>
  ) : (
    <span className={classes.reading}>{say.youMayReadHere}</span>
  );

/** The general file says what it holds in place of a matter's reference, stage and person. */
function GeneralHead({ mayChange, onStart }: Pick<MatterHeadProps, 'mayChange' | 'onStart'>) {
  return (
    <header className={classes.head}>
      <div className={classes.title}>
        <div className={classes.reference}>{say.whatTheGeneralFileHolds}</div>
        <h1>{say.generalFile}</h1>
      </div>
      <Starting mayChange={mayChange} onStart={onStart} />
    </header>
  );
}

const letGo = (taker: ReturnType<typeof useDropped>['taker']): string => {
  if (taker === 'sheet') return say.letGoToEnclose;
  return taker === 'documents' ? say.letGoToKeep : say.letGoToFile;
};

/** The stage, moved by choosing another. */
function StageChoice({ matter, mayChange }: { readonly matter: MatterDetail; readonly mayChange: boolean }) {
  const { data } = useRecordQuery(matter.id);
  const edit = useEditing(data, matter.id);
  const { record } = edit;
  if (!record || !mayChange) return matter.stage;
  return (
    <>
      <Choice
        className={editing.headSelect}
        plain
        label={say.stage}
        bare
        value={record.stage}
        options={record.type.stages.map(({ key, label }) => ({ value: key, label }))}
        onChange={(stage) => {
          edit.change({ stage });
        }}
      />
      {edit.undo ? <Button onClick={edit.undo}>{say.undo}</Button> : null}
      {edit.problem === undefined ? null : <small role="alert">{edit.problem}</small>}
    </>
  );
}

function NoMatter({ error }: { readonly error: unknown }) {
  const missing = problemCode(error) === 'notFound';
  return (
    <Blank title={missing ? say.thereIsNoSuchMatter : say.theMatterCouldNotBe}>
      <p role="alert">{missing ? say.theAddressMayBeOld : problemWords(error)}</p>
    </Blank>
  );
}
