import type { FollowUpView } from '../../../contract/matterTypes.ts';
import { say } from '../../words/en/parts-followUps.ts';
import classes from './Invited.module.css';

/** Who was invited to an appointment, each with what they answered; and whether they know it as it stands now. */
export function Invited({ invited }: Pick<FollowUpView, 'invited'>) {
  if (invited.length === 0) return null;
  const behind = invited.filter(({ current }) => !current);
  return (
    <>
      {invited.map(({ name, address, answer }) => (
        <small key={address} className={classes.invited}>
          {say.answered(name || address, answer)}
        </small>
      ))}
      {behind.length > 0 ? (
        <small className={`${classes.invited} ${classes.behind}`}>{say.notToldYet}</small>
      ) : null}
    </>
  );
}
