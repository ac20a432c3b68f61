import type { ReactNode } from 'react';
import type { FieldCatalogue, TemplateContentJson } from '../../../contract/templates.ts';
import { Button } from '../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { useTemplatesInfiniteQuery } from './api.ts';
import type { WorkshopDraft } from './draft.ts';
import { freshKey } from './draft.ts';
import { BlankForm } from './SelectionBar.tsx';
import { channelWords } from '../../app/wording.ts';
import classes from './Workshop.module.css';

type Content = TemplateContentJson;
type Rule = Content['documents'][number];

interface TemplatePartsProps {
  readonly draft: WorkshopDraft;
  readonly catalogue: FieldCatalogue | undefined;
  readonly onDraft: (part: Partial<WorkshopDraft>) => void;
  readonly onContent: (part: Partial<Content>) => void;
}

/** Everything of a template beside its wording: what it asks, encloses, and what follows. */
export function TemplateParts({ draft, catalogue, onDraft, onContent }: TemplatePartsProps) {
  const { content } = draft;
  return (
    <>
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
              Take out
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
      <DocumentsPart content={content} catalogue={catalogue} onContent={onContent} />
      <AfterPart content={content} catalogue={catalogue} onContent={onContent} />
      <Part title="Details">
        <div className={classes.partRow}>
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
            label="Tags, apart by commas"
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
          <SelectField
            label="Goes out under"
            value={content.sender ?? 'writer'}
            options={[
              ['writer', 'whoever writes'],
              ['responsible', 'the responsible person'],
              ['practice', 'the practice'],
            ]}
            onChange={(sender) => {
              const { sender: _old, ...rest } = content;
              onDraft({ content: sender === 'writer' ? rest : { ...rest, sender } });
            }}
          />
          <TextField
            label="Answers go to"
            type="email"
            value={content.replyTo ?? ''}
            placeholder="whom it goes out under"
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
        </div>
      </Part>
    </>
  );
}

function Part({
  title,
  note,
  children,
}: {
  readonly title: string;
  readonly note?: number;
  readonly children: ReactNode;
}) {
  return (
    <details className={classes.part}>
      <summary>
        <h2>{title}</h2>
        {note === undefined ? null : <small>{note}</small>}
      </summary>
      {children}
    </details>
  );
}

interface ContentPartProps {
  readonly content: Content;
  readonly catalogue: FieldCatalogue | undefined;
  readonly onContent: (part: Partial<Content>) => void;
}

function DocumentsPart({ content, catalogue, onContent }: ContentPartProps) {
  const { data } = useTemplatesInfiniteQuery({ query: '' });
  const letters = (data?.pages.flatMap(({ items }) => items) ?? []).filter(
    ({ channel }) => channel === 'letter',
  );
  const set = (at: number, rule: Rule): void => {
    onContent({ documents: content.documents.map((one, n) => (n === at ? rule : one)) });
  };
  const add = (rule: Rule): void => {
    onContent({ documents: [...content.documents, rule] });
  };
  const [firstLetter] = letters;
  return (
    <Part title="Documents" note={content.documents.length}>
      {content.documents.map((rule, n) => (
        <div key={n} className={classes.partRow}>
          <RuleForm
            rule={rule}
            categories={catalogue?.categories ?? []}
            letters={letters}
            onChange={(changed) => {
              set(n, changed);
            }}
          />
          <Button
            onClick={() => {
              onContent({ documents: content.documents.filter((_, m) => m !== n) });
            }}
          >
            Take out
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          add({ kind: 'latest', category: catalogue?.categories[0] ?? 'Report', required: true });
        }}
      >
        The latest of a category
      </Button>
      {firstLetter ? (
        <Button
          onClick={() => {
            add({ kind: 'letter', templateId: firstLetter.id, name: firstLetter.name });
          }}
        >
          A letter made now
        </Button>
      ) : null}
    </Part>
  );
}

function RuleForm({
  rule,
  categories,
  letters,
  onChange,
}: {
  readonly rule: Rule;
  readonly categories: readonly string[];
  readonly letters: readonly { readonly id: string; readonly name: string }[];
  readonly onChange: (rule: Rule) => void;
}) {
  switch (rule.kind) {
    case 'latest':
      return (
        <>
          <TextField
            label="The latest of"
            value={rule.category}
            list={categories}
            onChange={(category) => {
              onChange({ ...rule, category });
            }}
          />
          <CheckField
            label="must be there"
            checked={rule.required}
            onChange={(required) => {
              onChange({ ...rule, required });
            }}
          />
        </>
      );
    case 'letter':
      return (
        <SelectField
          label="A letter made now from"
          value={rule.templateId}
          options={letters.map(({ id, name }) => [id, name] as const)}
          onChange={(templateId) => {
            const name = letters.find(({ id }) => id === templateId)?.name ?? rule.name;
            onChange({ ...rule, templateId, name });
          }}
        />
      );
    case 'ask':
      return <span>{rule.label}, chosen by the writer</span>;
    case 'fixed':
      return <span>{rule.name}, the same each time</span>;
    default:
      return rule satisfies never;
  }
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
