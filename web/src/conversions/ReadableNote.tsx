import { useEffect, useState } from 'react';
import { api } from '../document/api';

/** Says that others on the way can read along, where the server is reached by plain HTTP from another machine. */
export function ReadableNote() {
  const [readable, setReadable] = useState(false);
  useEffect(() => {
    if (location.protocol === 'https:') return;
    void api.health().then(
      (health) => setReadable(health.readableOnTheWay),
      () => undefined,
    );
  }, []);
  if (!readable) return null;
  return (
    <p role="note" className="m-0 border-b border-line px-5 py-3">
      This bench is reached by plain HTTP: whoever is on the way can read plans and the access key. Use it in a network
      you trust.
    </p>
  );
}
