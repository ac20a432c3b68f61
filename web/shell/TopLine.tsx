import { useLocation, useMatch } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { Crumb } from './Crumb.tsx';
import { FindAnything } from './FindAnything.tsx';
import { PersonMenu } from './PersonMenu.tsx';
import { say } from '../words/en/shell.ts';
import classes from './TopLine.module.css';

const VIEWS: readonly (readonly [start: string, name: string])[] = [
  ['/today', say.today],
  ['/in', say.inTray],
  ['/out', say.outTray],
  ['/correspondence', say.correspondence],
  ['/templates', say.templates],
  ['/passages', say.templates],
  ['/routines', say.templates],
  ['/chaser-plans', say.templates],
  ['/rounds', say.rounds],
  ['/directory', say.directory],
  ['/figures', say.figures],
  ['/practice', say.practice],
  ['/profile', say.aboutYou],
  ['/sign-out', say.signOut],
];

/** Where I am, the field that finds, and who I am. */
export function TopLine({ session }: { readonly session: Session }) {
  const onMatter = useMatch('/matters/:matterId/*');
  const { pathname } = useLocation();
  const view = VIEWS.find(([start]) => pathname.startsWith(start))?.[1] ?? say.matters;
  return (
    <header className={classes.top}>
      <div className={classes.where}>
        {onMatter?.params.matterId === undefined ? (
          <b>{view}</b>
        ) : (
          <Crumb matterId={onMatter.params.matterId} />
        )}
      </div>
      <FindAnything />
      <PersonMenu session={session} />
    </header>
  );
}
