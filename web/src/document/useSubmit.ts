import type { Change } from '@young-shell/core/document';
import { useCallback } from 'react';
import { useAppDispatch } from '../app/store';
import { submit } from './sync';

/** Makes a change; gives what is wrong with it in words, or nothing when it was made. */
export function useSubmit(): (change: Change) => string | undefined {
  const dispatch = useAppDispatch();
  return useCallback((change) => dispatch(submit(change))?.message, [dispatch]);
}
