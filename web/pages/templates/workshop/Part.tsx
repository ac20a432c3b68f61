import type { ReactNode } from 'react';
import type { FieldCatalogue, TemplateContentJson } from '../../../../contract/templates.ts';
import classes from '../../../parts/wording/Workshop.module.css';

/** What a part of a template that stands beside its wording works on. */
export interface ContentPartProps {
  readonly content: TemplateContentJson;
  readonly catalogue: FieldCatalogue | undefined;
  readonly onContent: (part: Partial<TemplateContentJson>) => void;
}

/** A part that folds, with how much is in it. */
export function Part({
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
