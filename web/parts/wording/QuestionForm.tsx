import type { FieldCatalogue } from '../../../contract/templates.ts';
import { QUESTION_BOUNDS, QUESTION_KINDS } from '../../../core/template/question.ts';
import type { OfferedDays, QuestionKind } from '../../../core/template/question.ts';
import { HourField } from '../days/HourField.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { WholeField } from '../../ui/NumberField.tsx';
import { KINDS, say } from '../../words/en/questions.ts';
import { ChoicesField } from './ChoicesField.tsx';
import type { Place, PlaceFormProps } from './place.ts';

const USUAL_DAYS: OfferedDays = { from: 5, count: 3, at: null };
/** What an answer can go to by the name of its path. */
const TAKES_ANSWERS = /^(?:fact|date)\.[^.]+$|^party\.[^.]+\.address$/u;

interface QuestionFormProps extends Pick<PlaceFormProps, 'onSet'> {
  readonly attrs: Place['attrs'];
  readonly catalogue: FieldCatalogue;
}

/** What a question asks, how it is answered, and where its answer may go. */
export function QuestionForm({ attrs, catalogue, onSet }: QuestionFormProps) {
  const kind = attrs['kind'] as QuestionKind;
  const { fields } = catalogue;
  return (
    <>
      <TextField
        label={say.whatIsAsked}
        value={String(attrs['ask'])}
        onChange={(ask) => {
          onSet({ ask: ask.slice(0, QUESTION_BOUNDS.ask) });
        }}
      />
      <SelectField
        label={say.answeredBy}
        value={kind}
        options={QUESTION_KINDS.map((one) => [one, KINDS[one]] as const)}
        onChange={(chosen) => {
          onSet({ kind: chosen, options: [], days: chosen === 'day' ? USUAL_DAYS : null, goesTo: null });
        }}
      />
      <ChoicesForm kind={kind} attrs={attrs} onSet={onSet} />
      <SelectField
        label={kind === 'files' ? say.filedUnder : say.answerMayGoTo}
        value={String(attrs['goesTo'] ?? '')}
        options={[['', kind === 'files' ? say.usualCategory : say.nowhere], ...placesFor(kind, catalogue)]}
        onChange={(path) => {
          onSet({ goesTo: path === '' ? null : path });
        }}
      />
      {kind !== 'files' && (
        <SelectField
          label={say.recordHas}
          value={String(attrs['offers'] ?? '')}
          options={[['', say.recordShowsNothing], ...fields.map(({ path, label }) => [path, label] as const)]}
          onChange={(path) => {
            onSet({ offers: path === '' ? null : path });
          }}
        />
      )}
      <CheckField
        label={say.mustBeAnswered}
        checked={attrs['required'] === true}
        onChange={(required) => {
          onSet({ required });
        }}
      />
    </>
  );
}

/** Where answers of a kind can go: files into a category, the others to a fact, a day, an address or a table. */
function placesFor(
  kind: QuestionKind,
  { fields, repeats, categories }: FieldCatalogue,
): readonly (readonly [path: string, label: string])[] {
  if (kind === 'files') return categories.map((category) => [`category.${category}`, category]);
  const single = fields.filter(({ path }) => TAKES_ANSWERS.test(path));
  const tables = repeats.filter(({ over }) => over.startsWith('table.'));
  return [
    ...single.map(({ path, label }) => [path, label] as const),
    ...tables.flatMap(({ over, label: table, fields: columns }) =>
      columns.map(
        ({ path, label }) => [`${over}.${path.slice('row.'.length)}`, say.aRowOf(table, label)] as const,
      ),
    ),
  ];
}

/** What there is to choose from: of a list its words, of days which are offered when it is written. */
function ChoicesForm({
  kind,
  attrs,
  onSet,
}: Omit<QuestionFormProps, 'catalogue'> & { readonly kind: QuestionKind }) {
  const options = attrs['options'] as readonly string[];
  const days = attrs['days'] as OfferedDays | null;
  if (kind === 'one' || kind === 'several')
    return (
      <ChoicesField
        options={options}
        onChange={(chosen) => {
          onSet({ options: chosen });
        }}
      />
    );
  if (kind !== 'day' || !days) return null;
  return (
    <>
      <WholeField
        label={say.daysOffered}
        value={days.count}
        least={1}
        most={QUESTION_BOUNDS.days}
        onChange={(count) => {
          onSet({ days: { ...days, count } });
        }}
      />
      <WholeField
        label={say.firstAfter}
        value={days.from}
        least={0}
        most={QUESTION_BOUNDS.daysAhead}
        onChange={(from) => {
          onSet({ days: { ...days, from } });
        }}
      />
      <HourField
        label={say.atHour}
        value={days.at ?? ''}
        onChange={(at) => {
          onSet({ days: { ...days, at: at === '' ? null : at } });
        }}
      />
    </>
  );
}
