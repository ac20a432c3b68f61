import { Link, useRouteError } from 'react-router';
import { Blank } from '../ui/Blank.tsx';

/** What stands where a page should be: an address that leads nowhere, or a fault of ours. */
export function FaultPage() {
  const error = useRouteError();
  const fault = error instanceof Error ? error.message : undefined;
  return (
    <Blank
      whole
      title={fault === undefined ? 'There is nothing at this address' : 'This page could not be shown'}
    >
      <p>
        {fault === undefined
          ? 'It may have been moved, or it is not for you to see.'
          : 'Messages you were writing are saved. Reload the page; if this comes back, tell the person who looks after Officium.'}
      </p>
      <p>
        <Link to="/matters">Go to the matters</Link>
      </p>
    </Blank>
  );
}
