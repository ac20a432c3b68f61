import type { FieldCatalogue, TemplateContentJson } from '../../../../contract/templates.ts';
import { useCorrespondenceCategories } from '../../../api/useCategories.ts';
import type { SendingJson } from '../../../../contract/sending.ts';
import { GENERAL_TYPE } from '../../../../core/model/generalFile.ts';
import type { SenderChoice } from '../../../../core/model/sender.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import type { WorkshopDraft } from './draft.ts';
import { freshKey } from '../../../words/freshKey.ts';
import { AnswersPart } from './AnswersPart.tsx';
import { DocumentsPart } from './DocumentsPart.tsx';
import { Part } from './Part.tsx';
import type { ContentPartProps } from './Part.tsx';
import { useChaserPlansQuery } from '../../../api/chasers.ts';
import { useTemplatesInfiniteQuery } from '../../../api/templates.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { useSendingQuery } from '../../../api/sending.ts';
import { BlankForm } from '../../../parts/wording/BlankForm.tsx';
import { channelWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';

type Content = TemplateContentJson;

interface TemplatePartsProps {
  readonly draft: WorkshopDraft;
  readonly catalogue: FieldCatalogue | undefined;
  readonly onDraft: (part: Partial<WorkshopDraft>) => void;
  readonly onContent: (part: Partial<Content>) => void;
  /** Edits the wording as HTML, or no longer. */
  readonly onSource: () => void;
}

/** Senders of the practice's own, and the one that is chosen although the practice no longer has it. */
function namedSenders(
  senders: SendingJson['senders'],
  chosen: Content['sender'],
): readonly (readonly [SenderChoice, string])[] {
  const there = senders.map(({ key, name }) => [`sender:${key}`, name] as const);
  const isGone = chosen?.startsWith('sender:') === true && !there.some(([choice]) => choice === chosen);
  return isGone ? [...there, [chosen, say.aSenderThatIsGone]] : there;
}

/** Everything of a template beside its wording: what it asks, encloses, and what follows. */
export function TemplateParts({ draft, catalogue, onDraft, onContent, onSource }: TemplatePartsProps) {
  const { content } = draft;
  return (
    <>
      <BlanksPart content={content} catalogue={catalogue} onContent={onContent} />
      <DocumentsPart content={content} catalogue={catalogue} onContent={onContent} />
      <AnswersPart content={content} onContent={onContent} />
      <AfterPart content={content} catalogue={catalogue} onContent={onContent} />
      <Part title={say.details}>
        <div className={classes.partRow}>
          <ShelfDetails draft={draft} onDraft={onDraft} onContent={onContent} />
          <LanguageDetails draft={draft} onDraft={onDraft} />
          <MadeForDetails content={content} onDraft={onDraft} />
          <SenderDetails content={content} onDraft={onDraft} />
        </div>
        {draft.channel === 'text' ? null : <Button onClick={onSource}>{say.editTheWordingAsHtml}</Button>}
      </Part>
    </>
  );
}

function BlanksPart({ content, catalogue, onContent }: ContentPartProps) {
  return (
    <Part title={say.blanks} note={content.blanks.length}>
      {content.blanks.map((blank) => (
        <div key={blank.key} className={classes.partRow}>
          <BlankForm
            blank={blank}
            fields={catalogue?.fields ?? []}
            onChange={(changed) => {
              onContent({ blanks: content.blanks.map((one) => (one.key === blank.key ? changed : one)) });
            }}
          />
          <Button
            onClick={() => {
              onContent({ blanks: content.blanks.filter(({ key }) => key !== blank.key) });
            }}
          >
            {say.remove}
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          const key = freshKey(
            say.newBlank,
            content.blanks.map((blank) => blank.key),
          );
          onContent({
            blanks: [...content.blanks, { key, label: say.whatIsAsked, kind: 'text', required: true }],
          });
        }}
      >
        {say.addABlank}
      </Button>
    </Part>
  );
}

function ShelfDetails({ draft, onDraft, onContent }: Omit<TemplatePartsProps, 'catalogue' | 'onSource'>) {
  const { content } = draft;
  const categories = useCorrespondenceCategories();
  return (
    <>
      <SelectField
        label={say.goesAs}
        value={draft.channel}
        options={(['email', 'text', 'letter'] as const).map(
          (channel) => [channel, channelWords(channel)] as const,
        )}
        onChange={(channel) => {
          onDraft({ channel });
        }}
      />
      <TextField
        label={say.folder}
        value={draft.folder}
        onChange={(folder) => {
          onDraft({ folder });
        }}
      />
      <TextField
        label={say.tagsSeparatedByCommas}
        value={draft.tags.join(', ')}
        onChange={(typed) => {
          onDraft({
            tags: typed
              .split(',')
              .map((tag) => tag.trimStart())
              .filter((tag, n, all) => tag !== '' || n === all.length - 1)
              .slice(0, 20),
          });
        }}
      />
      <TextField
        label={say.filedUnder}
        value={content.category}
        list={categories}
        onChange={(category) => {
          onContent({ category });
        }}
      />
    </>
  );
}

/** Which matters it is offered on: all that suit, or those of some types. */
function MadeForDetails({ content, onDraft }: SenderDetailsProps) {
  const { data } = useMatterTypesQuery();
  const types = [
    ...(data?.items ?? []).map(({ id, definition }) => ({ id, name: definition.name })),
    { id: GENERAL_TYPE as string, name: say.withoutAMatter },
  ];
  const { madeFor, ...rest } = content;
  const set = (ids: readonly string[] | undefined): void => {
    onDraft({ content: ids === undefined ? rest : { ...rest, madeFor: [...ids] } });
  };
  return (
    <>
      <SelectField
        label={say.madeFor}
        value={madeFor ? 'these' : 'all'}
        options={[
          ['all', say.allMattersThatSuit],
          ['these', say.theseMatterTypes],
        ]}
        onChange={(choice) => {
          set(choice === 'all' ? undefined : types.slice(0, 1).map(({ id }) => id));
        }}
      />
      {madeFor
        ? types.map(({ id, name }) => (
            <CheckField
              key={id}
              label={name}
              checked={madeFor.includes(id)}
              onChange={(checked) => {
                const ids = checked ? [...madeFor, id] : madeFor.filter((one) => one !== id);
                // Made for none is made for nothing: the last one stays.
                if (ids.length > 0) set(ids);
              }}
            />
          ))
        : null}
    </>
  );
}

const LANGUAGES = ['da', 'de', 'en', 'es', 'fr', 'it', 'nb', 'nl', 'pl', 'pt', 'sv'];

/** Whether it is another template’s version in a language, which contacts who write in that language get instead. */
function LanguageDetails({
  draft: { name: own, content },
  onDraft,
}: Pick<TemplatePartsProps, 'draft' | 'onDraft'>) {
  const { data } = useTemplatesInfiniteQuery({ query: '' });
  const others = (data?.pages.flatMap(({ items }) => items) ?? []).filter(({ name }) => name !== own);
  const { translation, ...rest } = content;
  return (
    <>
      <SelectField
        label={say.versionInAnotherLanguageOf}
        value={translation?.templateId ?? ''}
        options={[
          ['', say.noOtherTemplate],
          ...others.map(({ id, name }) => [id, name] as const),
          ...(translation && !others.some(({ id }) => id === translation.templateId)
            ? [[translation.templateId, say.aTemplateThatIsGone] as const]
            : []),
        ]}
        onChange={(chosen) => {
          const language = translation?.language ?? 'de';
          onDraft({
            content: chosen === '' ? rest : { ...rest, translation: { templateId: chosen, language } },
          });
        }}
      />
      {translation ? (
        <SelectField
          label={say.forContactsWhoWriteIn}
          value={translation.language}
          options={[...new Set([...LANGUAGES, translation.language])].map(
            (code) => [code, languageName(code)] as const,
          )}
          onChange={(language) => {
            onDraft({ content: { ...rest, translation: { ...translation, language } } });
          }}
        />
      ) : null}
    </>
  );
}

const languageName = (code: string): string =>
  new Intl.DisplayNames(['en'], { type: 'language' }).of(code) ?? code;

interface SenderDetailsProps extends Pick<TemplatePartsProps, 'onDraft'> {
  readonly content: Content;
}

function SenderDetails({ content, onDraft }: SenderDetailsProps) {
  const { data: sending } = useSendingQuery();
  const named = namedSenders(sending?.senders ?? [], content.sender);
  return (
    <>
      <SelectField
        label={say.sendAs}
        value={(content.sender ?? 'writer') as SenderChoice | 'writer'}
        options={[
          ['writer', say.theWriter],
          ['responsible', say.theResponsiblePerson],
          ['practice', say.thePractice],
          ...named,
        ]}
        onChange={(sender) => {
          const { sender: _old, ...rest } = content;
          onDraft({ content: sender === 'writer' ? rest : { ...rest, sender } });
        }}
      />
      <TextField
        label={say.repliesGoTo}
        type="email"
        value={content.replyTo ?? ''}
        placeholder={say.theSender}
        onChange={(replyTo) => {
          const { replyTo: _old, ...rest } = content;
          onDraft({ content: replyTo === '' ? rest : { ...rest, replyTo } });
        }}
      />
      <CheckField
        label={say.plainAsIfTypedBy}
        checked={content.plain === true}
        onChange={(plain) => {
          const { plain: _old, ...rest } = content;
          onDraft({ content: plain ? { ...rest, plain } : rest });
        }}
      />
      <CheckField
        label={say.aMessageOfTheirOwn}
        checked={content.each === true}
        onChange={(each) => {
          const { each: _old, ...rest } = content;
          onDraft({ content: each ? { ...rest, each } : rest });
        }}
      />
    </>
  );
}

function AfterPart({ content, catalogue, onContent }: ContentPartProps) {
  const { after = {} } = content;
  const set = (part: NonNullable<Content['after']>): void => {
    const next = Object.fromEntries(
      Object.entries({ ...after, ...part }).filter(([, value]) => value !== undefined),
    );
    onContent({ after: next });
  };
  const { followUp } = after;
  const count = Object.keys(after).length;
  return (
    <Part title={say.afterSending} note={count}>
      <div className={classes.partRow}>
        <TextField
          label={say.followUpInWorkingDays}
          type="number"
          value={followUp ? String(followUp.workingDays) : ''}
          onChange={(typed) => {
            const { followUp: _old, ...rest } = after;
            const days = Math.round(Number(typed));
            if (typed === '' || !Number.isFinite(days) || days < 0) onContent({ after: rest });
            else
              set({
                followUp: {
                  workingDays: Math.min(400, days),
                  what: followUp?.what ?? say.anAnswerIsOutstanding,
                },
              });
          }}
        />
        {followUp ? (
          <TextField
            label={say.whatIsToBeDone}
            value={followUp.what}
            onChange={(what) => {
              set({ followUp: { ...followUp, what: what === '' ? ' ' : what } });
            }}
          />
        ) : null}
        <SelectField
          label={say.theMatterMovesTo}
          value={after.stage ?? ''}
          options={[
            ['', say.staysWhereItIs],
            ...(catalogue?.stages ?? []).map(({ key, label }) => [key, label] as const),
          ]}
          onChange={(stage) => {
            const { stage: _old, ...rest } = after;
            onContent({ after: stage === '' ? rest : { ...rest, stage } });
          }}
        />
        <SelectField
          label={say.theDayOfSendingGoes}
          value={after.stampDate ?? ''}
          options={[
            ['', say.noDate],
            ...(catalogue?.keyDates ?? []).map(({ key, label }) => [key, label] as const),
          ]}
          onChange={(stampDate) => {
            const { stampDate: _old, ...rest } = after;
            onContent({ after: stampDate === '' ? rest : { ...rest, stampDate } });
          }}
        />
        <ChaserPart after={after} onContent={onContent} />
      </div>
    </Part>
  );
}

/** Which reminders follow it by themselves until it is answered. */
function ChaserPart({
  after,
  onContent,
}: Pick<ContentPartProps, 'onContent'> & { readonly after: NonNullable<Content['after']> }) {
  const { data } = useChaserPlansQuery();
  const plans = (data?.items ?? []).filter(({ id, retired }) => !retired || id === after.chaserPlanId);
  if (plans.length === 0) return null;
  return (
    <SelectField
      label={say.remindersThatFollow}
      value={after.chaserPlanId ?? ''}
      options={[['', say.noReminders], ...plans.map(({ id, content }) => [id, content.name] as const)]}
      onChange={(chaserPlanId) => {
        const { chaserPlanId: _old, ...rest } = after;
        onContent({ after: chaserPlanId === '' ? rest : { ...rest, chaserPlanId } });
      }}
    />
  );
}
