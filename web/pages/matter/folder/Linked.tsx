import { Link } from 'react-router';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { say } from '../../../words/en/matter-folder.ts';
import { Part } from './Part.tsx';
import classes from './Folder.module.css';

/** The matters that this one stands beside, and those that stand beside it. */
export function Linked({ matter: { linked, linkedFrom } }: { readonly matter: MatterDetail }) {
  const all = [...linked, ...linkedFrom];
  if (all.length === 0) return null;
  return (
    <Part title={say.linkedMatters} count={all.length}>
      {all.map(({ label, id, reference, title }) => (
        <div key={`${label} ${id}`} className={classes.line}>
          <span className={classes.label}>{label}</span>
          <span>
            <Link to={`/matters/${id}`}>{reference}</Link> {title}
          </span>
        </div>
      ))}
    </Part>
  );
}
