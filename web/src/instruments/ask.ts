import type { AppThunk } from '../app/store';
import { ABOUT, type InstrumentKind } from './kinds';
import { heard } from './slice';

/**
 * Asks a simulated instrument for one reading, and notes what it said in the stream.
 * @throws Error in words where it does not answer, or says no
 */
export const ask =
  <T>(kind: InstrumentKind, what: string, body: object, words: (answer: T) => string): AppThunk<Promise<T>> =>
  async (dispatch) => {
    const gone = `The ${ABOUT[kind].short} was unplugged: nothing that was read is lost. Connect it again, and go on.`;
    let response: Response;
    try {
      response = await fetch(`/api/instruments/${kind}/${what}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      });
    } catch {
      dispatch(heard([{ kind, text: 'unplugged', garbage: true }]));
      throw new Error(gone);
    }
    const answer = (await response.json().catch(() => ({}))) as T & { message?: string };
    if (!response.ok) {
      dispatch(heard([{ kind, text: answer.message ?? `answered ${response.status}`, garbage: true }]));
      throw new Error(answer.message ?? gone);
    }
    dispatch(heard([{ kind, text: words(answer) }]));
    return answer;
  };
