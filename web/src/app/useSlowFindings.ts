import { useEffect } from 'react';
import { slowlySaid } from '../document/slowSlice';
import { useComputed } from '../work/useComputed';
import { useAppDispatch, useAppSelector } from './store';

/** Keeps up to date what stations say after a while; the last of it stays until the next is there. */
export function useSlowFindings() {
  const dispatch = useAppDispatch();
  const document = useAppSelector((s) => s.document.document);
  const { value } = useComputed('short', 'plan', 'slow', document ? [document] : undefined);
  useEffect(() => {
    if (value) dispatch(slowlySaid(value));
  }, [dispatch, value]);
}
