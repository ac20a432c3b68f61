import { Choice } from '../../../ui/Choice.tsx';
import { Button } from '../../../ui/Button.tsx';
import { SearchField } from '../../../ui/SearchField.tsx';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

/** What is shown of a matter's documents. */
export interface DocumentFilter {
  readonly typed: string;
  readonly category: string;
  readonly deleted: boolean;
}

interface FilterBarProps {
  readonly filter: DocumentFilter;
  readonly categories: readonly string[];
  readonly onFilter: (filter: DocumentFilter) => void;
}

/** Narrows the documents by words and category, and leads to the bin. */
export function FilterBar({ filter, categories, onFilter }: FilterBarProps) {
  return (
    <div className={classes.filter}>
      <SearchField
        narrow
        label={say.findInDocuments}
        value={filter.typed}
        onChange={(typed) => {
          onFilter({ ...filter, typed });
        }}
      />
      <Choice
        bare
        plain
        label={say.category}
        value={filter.category}
        options={[
          { value: '', label: say.allCategories },
          ...categories.map((name) => ({ value: name, label: name })),
        ]}
        onChange={(category) => {
          onFilter({ ...filter, category });
        }}
      />
      <Button
        className={classes.bin}
        aria-pressed={filter.deleted}
        onClick={() => {
          onFilter({ ...filter, deleted: !filter.deleted });
        }}
      >
        {filter.deleted ? say.backToTheDocuments : say.bin}
      </Button>
    </div>
  );
}
