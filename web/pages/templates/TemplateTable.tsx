import type { RefObject } from 'react';
import { Link } from 'react-router';
import type { TemplateSort, TemplateSummary } from '../../../contract/templates.ts';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { standingWords } from '../../words/en/templateWords.ts';
import { channelWords, plural } from '../../words/en/wording.ts';
import { CheckField } from '../../ui/Field.tsx';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import type { RowPlace } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import { say } from '../../words/en/templates.ts';
import classes from '../../parts/wording/Library.module.css';

interface TemplateTableProps {
  readonly templates: readonly TemplateSummary[];
  readonly scroll: RefObject<HTMLElement | null>;
  readonly sorting: Sorting<TemplateSort>;
  readonly onSort: (sorting: Sorting<TemplateSort>) => void;
  readonly picked: ReadonlySet<string>;
  /** Undefined for whoever may not change several. */
  readonly onPick: ((id: string) => void) | undefined;
}

export function TemplateTable({ templates, scroll, picked, onPick, ...sorts }: TemplateTableProps) {
  return (
    <ListTable
      label={say.templates}
      heads={
        <>
          {onPick ? <PlainHead label={say.chosenHead} className={cell('small')} /> : null}
          <SortHead by="name" label={say.name} {...sorts} />
          <SortHead by="folder" label={say.folder} {...sorts} />
          <SortHead by="channel" label={say.channel} {...sorts} />
          <SortHead by="standing" label={say.status} {...sorts} />
          <SortHead by="uses" label={say.used} usual="descending" {...sorts} />
          <SortHead by="used" label={say.lastUsed} usual="descending" {...sorts} />
          <SortHead by="changed" label={say.changed} usual="descending" {...sorts} />
          <PlainHead label={say.by} className={cell('narrow')} />
        </>
      }
      items={templates}
      scroll={scroll}
      row={(template, place) => (
        <TemplateRow
          key={template.id}
          template={template}
          place={place}
          chosen={picked.has(template.id)}
          onChoose={
            onPick &&
            (() => {
              onPick(template.id);
            })
          }
        />
      )}
    />
  );
}

interface TemplateRowProps {
  readonly template: TemplateSummary;
  readonly place: RowPlace;
  readonly chosen: boolean;
  readonly onChoose: (() => void) | undefined;
}

function TemplateRow({ template, place, chosen, onChoose }: TemplateRowProps) {
  const { id, name, channel, folder, tags, standing, uses, lastUsedUtc, changedAtUtc, changedBy } = template;
  const beside = cell('short', 'small');
  return (
    <tr {...place} data-standing={standing}>
      {onChoose ? (
        <td className={cell('choose', 'small')}>
          <CheckField bare label={say.choose(name)} checked={chosen} onChange={onChoose} />
        </td>
      ) : null}
      <td>
        <Link to={`/templates/${id}`} className={ROW_LINK}>
          {name}
        </Link>
        {tags.map((tag) => (
          <small key={tag} className={classes.tag}>
            {tag}
          </small>
        ))}
      </td>
      <td className={cell('short')}>{folder}</td>
      <td className={beside}>{channelWords(channel)}</td>
      <td className={beside}>{standingWords(standing)}</td>
      <td className={beside}>{uses === 0 ? say.notYet : plural(uses, say.time)}</td>
      <td className={beside}>{lastUsedUtc === null ? '' : listDay(dayOf(lastUsedUtc), today())}</td>
      <td className={beside}>{listDay(dayOf(changedAtUtc), today())}</td>
      <td className={cell('short', 'small', 'narrow')}>{changedBy}</td>
    </tr>
  );
}
