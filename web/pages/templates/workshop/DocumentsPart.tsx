import { useRef } from 'react';
import type { TemplateContentJson } from '../../../../contract/templates.ts';
import { GENERAL_FILE } from '../../../../core/model/generalFile.ts';
import { useMatterQuery } from '../../../api/matters.ts';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { useKeepFileMutation, useTemplatesInfiniteQuery } from '../../../api/templates.ts';
import { Part } from './Part.tsx';
import type { ContentPartProps } from './Part.tsx';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';

type Rule = TemplateContentJson['documents'][number];

/** What a template encloses, each by its rule. */
export function DocumentsPart({ content, catalogue, onContent }: ContentPartProps) {
  const { data } = useTemplatesInfiniteQuery({ query: '' });
  const chooser = useRef<HTMLInputElement>(null);
  const [keepFile, { error }] = useKeepFileMutation();
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
  const { data: general } = useMatterQuery(GENERAL_FILE);
  const own = [...new Set((general?.documents ?? []).map(({ name }) => name))].sort();
  const [firstOwn] = own;
  return (
    <Part title={say.documents} note={content.documents.length}>
      {content.documents.map((rule, n) => (
        <div key={n} className={classes.partRow}>
          <RuleForm
            rule={rule}
            categories={catalogue?.categories ?? []}
            letters={letters}
            own={own}
            onChange={(changed) => {
              set(n, changed);
            }}
          />
          <Button
            onClick={() => {
              onContent({ documents: content.documents.filter((_, m) => m !== n) });
            }}
          >
            {say.remove}
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          add({ kind: 'latest', category: catalogue?.categories[0] ?? 'Report', required: true });
        }}
      >
        {say.theLatestOfACategory}
      </Button>
      {firstLetter ? (
        <Button
          onClick={() => {
            add({ kind: 'letter', templateId: firstLetter.id, name: firstLetter.name });
          }}
        >
          {say.aLetterMadeNow}
        </Button>
      ) : null}
      {firstOwn ? (
        <Button
          onClick={() => {
            add({ kind: 'ofPractice', name: firstOwn, required: true });
          }}
        >
          {say.thePracticesLatest}
        </Button>
      ) : null}
      <Button
        onClick={() => {
          add({ kind: 'ask', label: say.aDocumentOfTheMatter, required: true });
        }}
      >
        {say.oneThatTheWriterChooses}
      </Button>
      <Button onClick={() => chooser.current?.click()}>{say.theSameFileEachTime}</Button>
      <FileChooser
        ref={chooser}
        label={say.fileToEncloseEachTime}
        onChoose={([file]) => {
          if (file)
            void keepFile(file)
              .unwrap()
              .then((kept) => {
                add({ kind: 'fixed', fileId: kept.id, name: kept.name });
              })
              .catch(() => undefined);
        }}
      />
      {error ? <small role="alert">{problemWords(error)}</small> : null}
    </Part>
  );
}

/** The name a document goes out under: its own, or one of the matter’s reference and what it is. */
function NameChoice({
  rule,
  onChange,
}: {
  readonly rule: Extract<Rule, { readonly kind: 'latest' | 'letter' }>;
  readonly onChange: (rule: Rule) => void;
}) {
  const what = rule.kind === 'latest' ? rule.category : rule.name;
  return (
    <SelectField
      label={say.goesOutAs}
      value={rule.fileName === undefined ? 'own' : 'reference'}
      options={[
        ['own', say.whatItIsCalled],
        ['reference', say.theMattersReferenceAnd(what)],
      ]}
      onChange={(choice) => {
        const { fileName: _old, ...rest } = rule;
        onChange(choice === 'own' ? rest : { ...rest, fileName: referenceName(what) });
      }}
    />
  );
}

const referenceName = (what: string) => [
  {
    type: 'field',
    attrs: { path: 'matter.reference', format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
  },
  { type: 'text', text: ` ${what}` },
];

interface RequiredProps {
  readonly required: boolean;
  readonly onChange: (required: boolean) => void;
}

const Required = ({ required, onChange }: RequiredProps) => (
  <CheckField label={say.mustBeThere} checked={required} onChange={onChange} />
);

interface OwnChoiceProps {
  readonly own: readonly string[];
  readonly name: string;
  readonly onChange: (name: string) => void;
}

/** One of the practice's own documents, or the name of one that is not there any more. */
const OwnChoice = ({ own, name, onChange }: OwnChoiceProps) => (
  <SelectField
    label={say.thePracticesLatest}
    value={name}
    options={[...new Set([...own, name])].map((one) => [one, one] as const)}
    onChange={onChange}
  />
);

interface RuleFormProps {
  readonly rule: Rule;
  readonly categories: readonly string[];
  readonly letters: readonly { readonly id: string; readonly name: string }[];
  /** What the practice’s own documents are called. */
  readonly own: readonly string[];
  readonly onChange: (rule: Rule) => void;
}

function RuleForm({ rule, categories, letters, own, onChange }: RuleFormProps) {
  switch (rule.kind) {
    case 'latest':
      return (
        <>
          <TextField
            label={say.theLatestOf}
            value={rule.category}
            list={categories}
            onChange={(category) => {
              onChange({ ...rule, category });
            }}
          />
          <Required
            required={rule.required}
            onChange={(required) => {
              onChange({ ...rule, required });
            }}
          />
          <NameChoice rule={rule} onChange={onChange} />
        </>
      );
    case 'letter':
      return (
        <>
          <SelectField
            label={say.aLetterMadeNowFrom}
            value={rule.templateId}
            options={letters.map(({ id, name }) => [id, name] as const)}
            onChange={(templateId) => {
              const name = letters.find(({ id }) => id === templateId)?.name ?? rule.name;
              onChange({ ...rule, templateId, name });
            }}
          />
          <NameChoice rule={rule} onChange={onChange} />
        </>
      );
    case 'ofPractice':
      return (
        <>
          <OwnChoice
            own={own}
            name={rule.name}
            onChange={(name) => {
              onChange({ ...rule, name });
            }}
          />
          <Required
            required={rule.required}
            onChange={(required) => {
              onChange({ ...rule, required });
            }}
          />
        </>
      );
    case 'ask':
      return (
        <>
          <TextField
            label={say.theWriterChooses}
            value={rule.label}
            onChange={(label) => {
              onChange({ ...rule, label: label === '' ? ' ' : label });
            }}
          />
          <Required
            required={rule.required}
            onChange={(required) => {
              onChange({ ...rule, required });
            }}
          />
        </>
      );
    case 'fixed':
      return <span>{say.theSameEachTime(rule.name)}</span>;
    default:
      return rule satisfies never;
  }
}
