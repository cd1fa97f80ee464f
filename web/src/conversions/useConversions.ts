import type { Listed } from '@young-shell/core/document';
import { useCallback, useEffect, useState } from 'react';
import { api } from '../document/api';
import { knownList, rememberList } from '../document/known';
import { waitingCounts } from '../document/outbox';

/** While the server is away, or still judging and silent, the list is asked for again after this, ms. */
const AGAIN = { away: 2000, judging: 3000 };

/** The conversions on the bench and those taken off it, kept up to date. */
export function useConversions() {
  const [list, setList] = useState<Listed[]>();
  const [deleted, setDeleted] = useState<Listed[]>([]);
  const [away, setAway] = useState(false);
  /** Changes that wait in this browser, by conversion. */
  const [waiting, setWaiting] = useState<Record<string, number>>({});
  const load = useCallback(async () => {
    try {
      const [kept, gone] = await Promise.all([api.list(), api.listDeleted()]);
      setList(kept);
      setDeleted(gone);
      setAway(false);
      rememberList(kept);
    } catch {
      setAway(true);
      const known = await knownList();
      if (known) setList((now) => now ?? known);
    }
    setWaiting(await waitingCounts());
  }, []);
  useEffect(() => {
    void load();
    const again = () => void load();
    window.addEventListener('focus', again);
    return () => window.removeEventListener('focus', again);
  }, [load]);
  useEffect(() => {
    // The server says what it has judged anew.
    const source = new EventSource('/api/conversions/events');
    source.onmessage = () => void load();
    return () => source.close();
  }, [load]);
  const judging = list?.some((c) => c.judging) ?? false;
  useEffect(() => {
    if (!away && !judging) return;
    const timer = setInterval(() => void load(), away ? AGAIN.away : AGAIN.judging);
    return () => clearInterval(timer);
  }, [away, judging, load]);
  return { list, deleted, away, waiting, load };
}
