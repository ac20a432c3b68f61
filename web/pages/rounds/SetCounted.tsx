import { useDebouncedValue } from '@mantine/hooks';
import type { SetWhere } from '../../../contract/rounds.ts';
import { useCountSetQuery } from '../../api/rounds.ts';
import { say } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Rounds.module.css';

const TYPING_MS = 150;

/** How many a set holds, told as it is changed; of an answer to an earlier question nothing is said. */
export function SetCounted({ where }: { readonly where: SetWhere }) {
  const [settled] = useDebouncedValue(where, TYPING_MS);
  const { currentData, error } = useCountSetQuery(settled);
  if (error) return <p role="alert">{problemWords(error)}</p>;
  return (
    <p className={classes.counted} role="status">
      {settled === where && currentData ? say.countOf(currentData.matters, currentData.people) : say.counting}
    </p>
  );
}
