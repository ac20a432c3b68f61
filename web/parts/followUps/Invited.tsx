import type { FollowUpView } from '../../../contract/matterTypes.ts';
import { say } from '../../words/en/parts-followUps.ts';

/** Who was invited to an appointment, each with what they answered; and whether they know it as it stands now. */
export function Invited({ invited }: Pick<FollowUpView, 'invited'>) {
  if (invited.length === 0) return null;
  const behind = invited.filter(({ current }) => !current);
  return (
    <small>
      {invited.map(({ name, address, answer }) => say.answered(name || address, answer)).join(' · ')}
      {behind.length > 0 ? say.notToldYet : null}
    </small>
  );
}
