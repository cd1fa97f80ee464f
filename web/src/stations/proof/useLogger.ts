import type { Channel } from '@young-shell/core/proof';
import { toast } from 'sonner';
import { useAppDispatch } from '../../app/store';
import { simulatedPort, type Port } from '../../instruments/port';
import { heard } from '../../instruments/slice';
import { run } from '../../work/work';
import { heldNow, hold, type Held } from './held';

let port: Port | undefined;

/** Readings are looked at anew so often while they come, ms. */
const LOOK = 700;

/** Runs the simulated logger; its lines become a log as they come. */
export function useLogger(parts: Readonly<Record<string, { name: string; kind: string }>>) {
  const dispatch = useAppDispatch();
  const stop = () => {
    port?.close();
    port = undefined;
  };
  const start = (
    conversion: string,
    said: { state: Held['state']; lid: Held['lid']; ambient: number; minutes: number; fault: string },
  ) => {
    if (port) {
      toast.error('The logger is running already; stop it first. One of a kind is read at a time.');
      return;
    }
    const lines: string[] = [];
    let garbage = 0;
    let width = 0;
    let looking: Promise<void> = Promise.resolve();
    let looked = 0;
    const look = async (running: boolean, words?: string) => {
      if (lines.length < 3) return;
      try {
        const { log, channels } = await run('short', 'proof', 'readRun', [lines.join('\n'), parts]);
        const before = heldNow();
        hold({
          log,
          channels: before?.simulated && before.channels.length === channels.length ? before.channels : channels,
          from: 'simulated logger',
          simulated: true,
          running,
          garbage,
          lid: said.lid,
          state: said.state,
          ...(words === undefined ? {} : { words }),
        });
      } catch (problem) {
        if (!running) toast.error((problem as Error).message);
      }
    };
    const then = (running: boolean, words?: string) => {
      looking = looking.then(() => look(running, words));
    };
    hold(undefined);
    const { state, lid, ambient, minutes, fault } = said;
    const asked = new URLSearchParams({
      conversion,
      state,
      lid,
      ambient: String(ambient),
      every: '5',
      seconds: String(minutes * 60),
      fault,
    });
    port = simulatedPort(`/api/instruments/logger/events?${asked.toString()}`, {
      onLine: (line) => {
        const cells = line.split(';');
        if (width === 0) width = cells.length;
        // A line that is no row of it.
        const wrong =
          cells.length !== width || (lines.length > 0 && cells.some((c) => c.trim() === '' || Number.isNaN(Number(c))));
        if (wrong) garbage++;
        else lines.push(line);
        dispatch(heard([{ kind: 'logger', text: line, ...(wrong ? { garbage: true as const } : {}) }]));
        const now = Date.now();
        if (now - looked > LOOK) {
          looked = now;
          then(true);
        }
      },
      onEnd: () => {
        port = undefined;
        then(false);
      },
      onBroken: () => {
        port = undefined;
        then(false, 'The logger broke off before its end. What it read is here; nothing is lost.');
        toast.error('The logger broke off before its end. What it read is kept.');
      },
    });
  };
  return {
    start,
    stop: () => {
      stop();
      const now = heldNow();
      if (now) hold({ ...now, running: false });
    },
  };
}

/** Names of channels for people. */
export const channelName = ({ column }: Channel): string => column.replace(/ (°C|W|MHz|rpm)$/, '');
