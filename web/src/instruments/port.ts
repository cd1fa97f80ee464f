/**
 * What an instrument is to the interface: lines that come, and an end. A simulated one speaks through the server; one on a
 * serial port of the browser would be another maker of a `Port`, and nothing else would change.
 */
export interface Port {
  /** The line goes dead, on purpose. */
  close: () => void;
}

export interface PortEvents {
  onLine: (line: string) => void;
  /** It said that it is through. */
  onEnd: () => void;
  /** It is gone without having said so. */
  onBroken: () => void;
}

/** An instrument of the server’s bench that sends lines by itself. */
export function simulatedPort(path: string, events: PortEvents): Port {
  const source = new EventSource(path);
  let over = false;
  source.onmessage = ({ data }: MessageEvent<string>) => {
    const { line } = JSON.parse(data) as { line: string };
    events.onLine(line);
  };
  source.addEventListener('end', () => {
    over = true;
    source.close();
    events.onEnd();
  });
  // It would begin anew by itself: a run that broke off is no longer the same run.
  source.onerror = () => {
    source.close();
    if (!over) events.onBroken();
    over = true;
  };
  return {
    close: () => {
      over = true;
      source.close();
    },
  };
}
