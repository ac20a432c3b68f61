import { useEffect } from 'react';
import type { ChangeEvent } from '../../contract/events.ts';
import { api, TAGS } from '../api/api.ts';
import { isOffDesk } from '../api/messages.ts';
import { useDispatch, useSelector } from 'react-redux';
import { lineBack, lineLost, selectConnection } from '../state/connection.ts';

type Tags = Parameters<typeof api.util.invalidateTags>[0];

/** Changes come in bursts (a message moves three times in a second); what they make stale is asked for once. */
const GATHER_MS = 150;

/**
 * A draft is saved at every pause of whoever writes it. What shows it is asked for once they rest: a matter each time would
 * be forty times what was typed.
 */
const DRAFT_RESTS_MS = 6_000;

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
    case 'round':
      return [{ type: 'Round', id }, 'Rounds'];
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

/** Listens for what changed and renews just that. A stream that breaks is opened again, and everything shown is asked for then. */
export function useLiveChanges(): void {
  const dispatch = useDispatch();
  const { session } = useSelector(selectConnection);
  useEffect(() => {
    if (session === 'over') return undefined;
    let gathered: NonNullable<Tags>[number][] = [];
    let timer: number | undefined;
    let resting: number | undefined;
    const drafts = new Map<string, ChangeEvent>();
    let reopening: number | undefined;
    let source: EventSource | undefined;
    let failures = 0;
    const renew = (tags: Tags): void => {
      gathered.push(...tags);
      timer ??= window.setTimeout(() => {
        dispatch(api.util.invalidateTags(gathered));
        gathered = [];
        timer = undefined;
      }, GATHER_MS);
    };
    const renewAtRest = (change: ChangeEvent): void => {
      drafts.set(change.id, change);
      window.clearTimeout(resting);
      resting = window.setTimeout(() => {
        renew([...drafts.values()].flatMap((one) => [...(staleTags(one) ?? [])]));
        drafts.clear();
      }, DRAFT_RESTS_MS);
    };
    const open = (): void => {
      source = new EventSource('/api/v1/events');
      source.addEventListener('change', (event) => {
        const change = JSON.parse(event.data as string) as ChangeEvent;
        if (change.kind === 'message' && change.draft) renewAtRest(change);
        else renew(staleTags(change));
      });
      source.onopen = () => {
        dispatch(lineBack());
        // What changed while nobody listened is not known: everything shown is asked for again.
        if (failures > 0) renew([...TAGS]);
        failures = 0;
      };
      source.onerror = () => {
        source?.close();
        const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** failures);
        failures += 1;
        dispatch(lineLost(Date.now() + wait));
        reopening = window.setTimeout(() => {
          // A stream that is refused does not say why: the session does.
          renew(['Session']);
          open();
        }, wait);
      };
    };
    open();
    return () => {
      source?.close();
      window.clearTimeout(timer);
      window.clearTimeout(resting);
      window.clearTimeout(reopening);
    };
  }, [dispatch, session]);
}
