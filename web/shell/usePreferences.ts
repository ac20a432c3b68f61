import { useMantineColorScheme } from '@mantine/core';
import { useEffect } from 'react';
import { useDispatch } from 'react-redux';
import type { Session } from '../../contract/session.ts';
import { singleKeysSet } from '../state/preferences.ts';

/** What somebody chose once holds wherever they sign in; what they never chose is this computer's affair. */
export function usePreferences({ keys, colours }: Session['preferences']): void {
  const dispatch = useDispatch();
  const { setColorScheme } = useMantineColorScheme();
  useEffect(() => {
    if (keys !== undefined) dispatch(singleKeysSet(keys));
  }, [dispatch, keys]);
  useEffect(() => {
    if (colours !== undefined) setColorScheme(colours === 'system' ? 'auto' : colours);
  }, [setColorScheme, colours]);
}
