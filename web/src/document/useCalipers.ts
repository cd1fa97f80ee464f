import { parseLength, type LengthUnit } from '@young-shell/core/quantity';
import { useCallback, useEffect, useRef, useState } from 'react';

interface CaliperEvent {
  path: string;
  value: number;
  unit: 'mm' | 'inch';
  /** The page that pressed the button; a page takes its own readings only. */
  by: string | null;
}

/** This page, among all that listen. */
const PAGE = crypto.randomUUID();

/**
 * Readings of the simulated calipers, as they come, while they are wanted. They are told where their jaws are when the
 * button is pressed. A reading in inches is handed on as the number that was shown: finding slips is the survey's job.
 */
export function useCalipers(
  wanted: boolean,
  onReading: (value: number, path: string) => void,
): {
  connected: boolean;
  press: (conversion: string, path: string) => Promise<void>;
} {
  const [connected, setConnected] = useState(false);
  const handler = useRef(onReading);
  handler.current = onReading;
  useEffect(() => {
    if (!wanted) return;
    const source = new EventSource('/api/instruments/calipers/events');
    source.onopen = () => setConnected(true);
    source.onerror = () => setConnected(false);
    source.onmessage = (event: MessageEvent<string>) => {
      const { path, value, by } = JSON.parse(event.data) as CaliperEvent;
      if (by === null ? window.document.hasFocus() : by === PAGE) handler.current(value, path);
    };
    return () => {
      source.close();
      setConnected(false);
    };
  }, [wanted]);
  const press = useCallback(async (conversion: string, path: string) => {
    await fetch('/api/instruments/calipers/press', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ conversion, path, by: PAGE }),
    });
  }, []);
  return { connected, press };
}

/** A typed reading in mm: what calipers that act as a keyboard send, or a hand. @throws LengthError. */
export const typedReading = (text: string, unit: LengthUnit): number => parseLength(text, unit);
