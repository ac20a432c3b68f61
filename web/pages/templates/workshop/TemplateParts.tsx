import type { FieldCatalogue, TemplateContentJson } from '../../../../contract/templates.ts';
import type { SendingJson } from '../../../../contract/sending.ts';
import type { SenderChoice } from '../../../../core/model/sender.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import type { WorkshopDraft } from './draft.ts';
import { freshKey } from '../../../words/freshKey.ts';
import { DocumentsPart } from './DocumentsPart.tsx';
import { Part } from './Part.tsx';
import type { ContentPartProps } from './Part.tsx';
import { useTemplatesInfiniteQuery } from '../../../api/templates.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { useSendingQuery } from '../../../api/sending.ts';
import { BlankForm } from '../../../parts/wording/BlankForm.tsx';
import { channelWords } from '../../../words/wording.ts';
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
  return isGone ? [...there, [chosen, 'a sender that is gone']] : there;
}

/** Everything of a template beside its wording: what it asks, encloses, and what follows. */
export function TemplateParts({ draft, catalogue, onDraft, onContent, onSource }: TemplatePartsProps) {
  const { content } = draft;
  return (
    <>
      <BlanksPart content={content} catalogue={catalogue} onContent={onContent} />
      <DocumentsPart content={content} catalogue={catalogue} onContent={onContent} />
      <AfterPart content={content} catalogue={catalogue} onContent={onContent} />
      <Part title="Details">
        <div className={classes.partRow}>
          <ShelfDetails draft={draft} onDraft={onDraft} onContent={onContent} />
          <LanguageDetails draft={draft} onDraft={onDraft} />
          <MadeForDetails content={content} onDraft={onDraft} />
          <SenderDetails content={content} onDraft={onDraft} />
        </div>
        {draft.channel === 'text' ? null : <Button onClick={onSource}>Edit the wording as HTML</Button>}
      </Part>
    </>
  );
}

function BlanksPart({ content, catalogue, onContent }: ContentPartProps) {
  return (
    <Part title="Blanks" note={content.blanks.length}>
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
            Remove
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          const key = freshKey(
            'new blank',
            content.blanks.map((blank) => blank.key),
          );
          onContent({
            blanks: [...content.blanks, { key, label: 'what is asked', kind: 'text', required: true }],
          });
        }}
      >
        Add a blank
      </Button>
    </Part>
  );
}

function ShelfDetails({ draft, onDraft, onContent }: Omit<TemplatePartsProps, 'catalogue' | 'onSource'>) {
  const { content } = draft;
  return (
    <>
      <SelectField
        label="Goes as"
        value={draft.channel}
        options={(['email', 'text', 'letter'] as const).map(
          (channel) => [channel, channelWords(channel)] as const,
        )}
        onChange={(channel) => {
          onDraft({ channel });
        }}
      />
      <TextField
        label="Folder"
        value={draft.folder}
        onChange={(folder) => {
          onDraft({ folder });
        }}
      />
      <TextField
        label="Tags, separated by commas"
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
        label="Filed under"
        value={content.category}
        list={['Letter', 'Report', 'Invoice', 'Chaser', 'Appointment', 'Engagement']}
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
  const types = data?.items ?? [];
  const { madeFor, ...rest } = content;
  const set = (ids: readonly string[] | undefined): void => {
    onDraft({ content: ids === undefined ? rest : { ...rest, madeFor: [...ids] } });
  };
  return (
    <>
      <SelectField
        label="Made for"
        value={madeFor ? 'these' : 'all'}
        options={[
          ['all', 'all matters that suit'],
          ['these', 'these matter types'],
        ]}
        onChange={(choice) => {
          set(choice === 'all' ? undefined : types.slice(0, 1).map(({ id }) => id));
        }}
      />
      {madeFor
        ? types.map(({ id, definition }) => (
            <CheckField
              key={id}
              label={definition.name}
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
        label="Version in another language of"
        value={translation?.templateId ?? ''}
        options={[
          ['', 'no other template'],
          ...others.map(({ id, name }) => [id, name] as const),
          ...(translation && !others.some(({ id }) => id === translation.templateId)
            ? [[translation.templateId, 'a template that is gone'] as const]
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
          label="For contacts who write in"
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
        label="Send as"
        value={(content.sender ?? 'writer') as SenderChoice | 'writer'}
        options={[
          ['writer', 'the writer'],
          ['responsible', 'the responsible person'],
          ['practice', 'the practice'],
          ...named,
        ]}
        onChange={(sender) => {
          const { sender: _old, ...rest } = content;
          onDraft({ content: sender === 'writer' ? rest : { ...rest, sender } });
        }}
      />
      <TextField
        label="Replies go to"
        type="email"
        value={content.replyTo ?? ''}
        placeholder="the sender"
        onChange={(replyTo) => {
          const { replyTo: _old, ...rest } = content;
          onDraft({ content: replyTo === '' ? rest : { ...rest, replyTo } });
        }}
      />
      <CheckField
        label="plain, as if typed by hand"
        checked={content.plain === true}
        onChange={(plain) => {
          const { plain: _old, ...rest } = content;
          onDraft({ content: plain ? { ...rest, plain } : rest });
        }}
      />
      <CheckField
        label="a message of their own for each it goes to"
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
    <Part title="After sending" note={count}>
      <div className={classes.partRow}>
        <TextField
          label="Follow up in working days (empty for none)"
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
                  what: followUp?.what ?? 'An answer is outstanding',
                },
              });
          }}
        />
        {followUp ? (
          <TextField
            label="What is to be done then"
            value={followUp.what}
            onChange={(what) => {
              set({ followUp: { ...followUp, what: what === '' ? ' ' : what } });
            }}
          />
        ) : null}
        <SelectField
          label="The matter moves to"
          value={after.stage ?? ''}
          options={[
            ['', 'stays where it is'],
            ...(catalogue?.stages ?? []).map(({ key, label }) => [key, label] as const),
          ]}
          onChange={(stage) => {
            const { stage: _old, ...rest } = after;
            onContent({ after: stage === '' ? rest : { ...rest, stage } });
          }}
        />
        <SelectField
          label="The day of sending goes into"
          value={after.stampDate ?? ''}
          options={[
            ['', 'no date'],
            ...(catalogue?.keyDates ?? []).map(({ key, label }) => [key, label] as const),
          ]}
          onChange={(stampDate) => {
            const { stampDate: _old, ...rest } = after;
            onContent({ after: stampDate === '' ? rest : { ...rest, stampDate } });
          }}
        />
      </div>
    </Part>
  );
}
