import { NavLink } from 'react-router';
import { useOutTrayQuery } from '../api/messages.ts';
import { useInTrayQuery } from '../api/inTray.ts';
import { say } from '../words/en/shell.ts';
import classes from './TrayLink.module.css';

/** The in-tray at the foot of the rail, with how much waits in it. */
export function InTrayLink() {
  const { data } = useInTrayQuery();
  const count = data?.count ?? 0;
  return (
    <NavLink to="/in" className={classes.tray ?? ''} aria-label={say.inTrayWith(count)}>
      {say.inIt}
      <b>{count}</b>
    </NavLink>
  );
}

/** The out-tray at the foot of the rail, with how much lies in it and whether something wants a person. */
export function TrayLink() {
  const { data } = useOutTrayQuery();
  const items = data?.items ?? [];
  const stuck = items.filter(({ state }) => state === 'failed' || state === 'may-have-gone').length;
  return (
    <NavLink
      to="/out"
      className={classes.tray ?? ''}
      data-stuck={stuck > 0}
      aria-label={say.outTrayWith(items.length, stuck > 0 ? say.toLookAt(stuck) : '')}
    >
      {say.out}
      <b>
        {items.length}
        {stuck > 0 ? '!' : ''}
      </b>
    </NavLink>
  );
}
