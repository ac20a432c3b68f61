import { useNavigate } from 'react-router';
import { Button } from '../../ui/Button.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

/** A template that could not be opened. */
export function NoTemplate({ error }: { readonly error: unknown }) {
  const navigate = useNavigate();
  return (
    <div className={classes.missing} role="alert">
      <p>{problemWords(error)}</p>
      <Button onClick={() => void navigate('/templates')}>{say.toTheTemplates}</Button>
    </div>
  );
}
