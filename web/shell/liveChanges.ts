import { useEffect } from 'react';
import type { ChangeEvent } from '../../contract/events.ts';
import { api, TAGS } from '../api/api.ts';
import { isOffDesk } from '../api/messages.ts';
import { useDispatch, useSelector } from 'react-redux';
import type { Dispatch } from '@reduxjs/toolkit';
import { lineBack, lineLost, selectConnection } from '../state/connection.ts';

type Tags = Parameters<typeof api.util.invalidateTags>[0];

/** Changes come in bursts (a message moves three times in a second); what they make stale is asked for once. */
const GATHER_MS = 150;

/**
 * A draft is saved at every pause of whoever writes it. What shows it is asked for once they rest: a matter each time would
 * be forty times what was typed.
 */
const DRAFT_RESTS_MS = 6_000;

/** A round changes with each of its messages, thousands of times: how far it is is asked for once a second. */
const ROUNDS_MS = 1_000;

function staleTags(event: ChangeEvent): Tags {
  const { kind, id } = event;
  switch (kind) {
    case 'message':
      if (event.draft)
        return [
          { type: 'Message', id },
          { type: 'OnItsWay', id: event.matterId },
        ];
      return [
        // A draft that was taken off the desk here is not there to be asked for.
        ...(isOffDesk(id) ? [] : [{ type: 'Message', id } as const]),
        { type: 'OnItsWay', id: event.matterId },
        'OutTray',
        'Today',
      ];
    case 'entry':
      return [
        { type: 'Matter', id: event.matterId },
        { type: 'Shelf', id: event.matterId },
        { type: 'Entry', id },
        'Matters',
        'OutTray',
        'Today',
        'Search',
      ];
    case 'matter':
      return [
        { type: 'Matter', id: event.matterId },
        { type: 'Shelf', id: event.matterId },
        'Matters',
        'Today',
        'Routines',
        'Chases',
      ];
    case 'template':
      return [{ type: 'Template', id }, 'Templates', 'Shelf'];
    case 'passage':
      return [{ type: 'Passage', id }, 'Passages', 'Shelf', 'Template'];
    case 'contact':
      return [{ type: 'Contact', id }, 'Contacts', 'Matter'];
    case 'person':
      return ['People', 'Session', 'Matter'];
    case 'import':
      return [{ type: 'Import', id }, 'Imports', 'Matters', 'Contacts'];
    case 'routine':
    case 'chaserPlan':
      return ['Routines', 'Chases'];
    case 'round':
      // Renewed apart, once a second.
      return [];
    case 'inTray':
      return ['InTray'];
    case 'matterType':
      return [{ type: 'MatterType', id }, 'MatterTypes', 'Matter', 'Shelf', 'Template'];
    default:
      return kind satisfies never;
  }
}

/** After a stream of events broke: until it is opened again, twice as long each time. */
const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 30_000;

/** Does something a little later, once for all that asked for it meanwhile. */
function onceIn(ms: number, work: () => void) {
  let timer: number | undefined;
  return {
    ask: (): void => {
      timer ??= window.setTimeout(() => {
        timer = undefined;
        work();
      }, ms);
    },
    cancel: (): void => {
      window.clearTimeout(timer);
    },
  };
}

/** What changes make stale is asked for together: at once, at rest, or once a second, by what it is. */
function renewing(dispatch: Dispatch) {
  let gathered: NonNullable<Tags>[number][] = [];
  const gathering = onceIn(GATHER_MS, () => {
    dispatch(api.util.invalidateTags(gathered));
    gathered = [];
  });
  const renew = (tags: Tags): void => {
    gathered.push(...tags);
    gathering.ask();
  };
  const rounds = onceIn(ROUNDS_MS, () => {
    renew(['Round', 'Rounds']);
  });
  let resting: number | undefined;
  const drafts = new Map<string, ChangeEvent>();
  const renewAtRest = (change: ChangeEvent): void => {
    drafts.set(change.id, change);
    window.clearTimeout(resting);
    resting = window.setTimeout(() => {
      renew([...drafts.values()].flatMap((one) => [...(staleTags(one) ?? [])]));
      drafts.clear();
    }, DRAFT_RESTS_MS);
  };
  return {
    renew,
    heard: (change: ChangeEvent): void => {
      if (change.kind === 'message' || change.kind === 'round') rounds.ask();
      if (change.kind === 'message' && change.draft) renewAtRest(change);
      else renew(staleTags(change));
    },
    cancel: (): void => {
      gathering.cancel();
      rounds.cancel();
      window.clearTimeout(resting);
    },
  };
}

/** Listens for what changed and renews just that. A stream that breaks is opened again, and everything shown is asked for then. */
export function useLiveChanges(): void {
  const dispatch = useDispatch();
  const { session } = useSelector(selectConnection);
  useEffect(() => {
    if (session === 'over') return undefined;
    const stale = renewing(dispatch);
    let reopening: number | undefined;
    let source: EventSource | undefined;
    let failures = 0;
    const open = (): void => {
      source = new EventSource('/api/v1/events');
      source.addEventListener('change', (event) => {
        stale.heard(JSON.parse(event.data as string) as ChangeEvent);
      });
      source.onopen = () => {
        dispatch(lineBack());
        // What changed while nobody listened is not known: everything shown is asked for again.
        if (failures > 0) stale.renew([...TAGS]);
        failures = 0;
      };
      source.onerror = () => {
        source?.close();
        const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** failures);
        failures += 1;
        dispatch(lineLost(Date.now() + wait));
        reopening = window.setTimeout(() => {
          // A stream that is refused does not say why: the session does.
          stale.renew(['Session']);
          open();
        }, wait);
      };
    };
    open();
    return () => {
      source?.close();
      stale.cancel();
      window.clearTimeout(reopening);
    };
  }, [dispatch, session]);
}
