import { useEffect, useState } from 'react';
import { slowlySaid } from '../document/slowSlice';
import { useComputed } from '../work/useComputed';
import { useAppDispatch, useAppSelector } from './store';

/** What takes no longer than this is not worth a word, ms. */
const SOON = 4000;

/**
 * Keeps up to date what stations say after a while; the last of it stays until the next is there.
 * @returns whether the next is long in coming
 */
export function useSlowFindings(): boolean {
  const dispatch = useAppDispatch();
  const document = useAppSelector((s) => s.document.document);
  const { value, busy } = useComputed('short', 'plan', 'slow', document ? [document] : undefined);
  useEffect(() => {
    if (value) dispatch(slowlySaid(value));
  }, [dispatch, value]);
  const [late, setLate] = useState(false);
  useEffect(() => {
    if (!busy) return;
    const told = setTimeout(() => setLate(true), SOON);
    return () => {
      clearTimeout(told);
      setLate(false);
    };
  }, [busy]);
  return busy && late;
}
