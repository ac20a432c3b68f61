import { Link, useRouteError } from 'react-router';
import { Blank } from '../ui/Blank.tsx';
import { say } from '../words/en/shell.ts';

/** What stands where a page should be: an address that leads nowhere, or a fault of ours. */
export function FaultPage() {
  const error = useRouteError();
  const fault = error instanceof Error ? error.message : undefined;
  return (
    <Blank whole title={fault === undefined ? say.thereIsNothingAtThis : say.thisPageCouldNotBe}>
      <p>{fault === undefined ? say.itMayHaveBeenMoved : say.messagesYouWereWritingAre}</p>
      <p>
        <Link to="/matters">{say.goToTheMatters}</Link>
      </p>
    </Blank>
  );
}
