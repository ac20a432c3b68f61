import type { DocumentItem } from '../../../../contract/documents.ts';
import { bundleUrl } from '../../../api/documents.ts';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { Button } from '../../../ui/Button.tsx';
import { plural } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

interface ChosenBarProps {
  readonly matterId: string;
  readonly documents: readonly DocumentItem[];
  readonly mayChange: boolean;
  readonly onClear: () => void;
}

/** What can be done with several documents at once. */
export function ChosenBar({ matterId, documents, mayChange, onClear }: ChosenBarProps) {
  if (documents.length === 0) return null;
  const ids = documents.map(({ id }) => id);
  const counted = plural(documents.length, say.document);
  return (
    <div className={classes.chosen} role="group" aria-label={say.whatIsChosen(counted)}>
      <b>{say.whatIsChosen(counted)}</b>
      {mayChange ? (
        <StartLink matterId={matterId} from={{ documentIds: ids, about: say.with(counted) }}>
          {say.sendThem}
        </StartLink>
      ) : null}
      <a href={bundleUrl(matterId, ids, 'pdf')} download>
        {say.asOnePdf}
      </a>
      <a href={bundleUrl(matterId, ids, 'zip')} download>
        {say.asAZip}
      </a>
      <Button onClick={onClear}>{say.chooseNone}</Button>
    </div>
  );
}
