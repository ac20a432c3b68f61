import { useEffect } from 'react';
import type { ChangeEvent } from '../../contract/events.ts';
import { api } from '../api/api.ts';
import { useDispatch } from 'react-redux';

type Tags = Parameters<typeof api.util.invalidateTags>[0];

/** Changes come in bursts (a message moves three times in a second); what they make stale is asked for once. */
const GATHER_MS = 150;

function staleTags(event: ChangeEvent): Tags {
  const { kind, id } = event;
  switch (kind) {
    case 'message':
      return [{ type: 'Message', id }, { type: 'OnItsWay', id: event.matterId }, 'OutTray', 'Today'];
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
    case 'inTray':
      return ['InTray'];
    case 'matterType':
      return [{ type: 'MatterType', id }, 'MatterTypes', 'Matter', 'Shelf', 'Template'];
    default:
      return kind satisfies never;
  }
}

/** Listens for what changed and renews just that. After a lost line everything shown is asked for again. */
export function useLiveChanges(): void {
  const dispatch = useDispatch();
  useEffect(() => {
    const source = new EventSource('/api/v1/events');
    let gathered: NonNullable<Tags>[number][] = [];
    let timer: number | undefined;
    let lost = false;
    const renew = (tags: Tags): void => {
      gathered.push(...tags);
      timer ??= window.setTimeout(() => {
        dispatch(api.util.invalidateTags(gathered));
        gathered = [];
        timer = undefined;
      }, GATHER_MS);
    };
    source.addEventListener('change', (event) => {
      renew(staleTags(JSON.parse(event.data as string) as ChangeEvent));
    });
    source.onerror = () => {
      lost = true;
    };
    source.onopen = () => {
      if (lost)
        renew(['Matters', 'Matter', 'OnItsWay', 'Shelf', 'OutTray', 'InTray', 'Today', 'Search', 'Session']);
      lost = false;
    };
    return () => {
      source.close();
      window.clearTimeout(timer);
    };
  }, [dispatch]);
}
