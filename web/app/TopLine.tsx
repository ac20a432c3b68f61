import { useMatch } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { Crumb } from '../features/matter/index.ts';
import { FindAnything } from '../features/matters/index.ts';
import { PersonMenu } from '../features/session/index.ts';
import classes from './TopLine.module.css';

/** Where I am, the field that finds, and who I am. */
export function TopLine({ session }: { readonly session: Session }) {
  const onMatter = useMatch('/matters/:matterId/*');
  const inTray = useMatch('/out');
  return (
    <header className={classes.top}>
      <div className={classes.where}>
        {onMatter?.params.matterId === undefined ? (
          <b>{inTray ? 'Out-tray' : 'Matters'}</b>
        ) : (
          <Crumb matterId={onMatter.params.matterId} />
        )}
      </div>
      <FindAnything />
      <PersonMenu session={session} />
    </header>
  );
}
