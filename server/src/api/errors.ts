import type { ErrorRequestHandler } from 'express';
import { DocumentError } from '@young-shell/core/document';
import { ArchiveError } from '../store/archive';
import { UnreadableError } from '../store/conversions';
import { storageFault } from '../store/faults';

/** An error that a client may see: HTTP status, a code for programs, words for people. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

/** What the reading of requests throws: an HTTP status and a type for programs. */
interface RequestFault {
  status?: number;
  type?: string;
  limit?: number;
  charset?: string;
}

const WORDS: Readonly<Record<string, (fault: RequestFault) => { code: string; message: string }>> = {
  'entity.too.large': ({ limit }) => ({
    code: 'too-large',
    message: `This is too large: at most ${((limit ?? 0) / 1e6).toFixed(0)} MB are taken here.`,
  }),
  'entity.parse.failed': () => ({ code: 'not-json', message: 'The request is not JSON.' }),
  'charset.unsupported': ({ charset }) => ({
    code: 'charset',
    message: `Text in “${String(charset).slice(0, 40)}” can't be read here; send UTF-8.`,
  }),
};

/** Turns whatever was thrown into `{ code, message, path? }`. What was sent is never logged. */
export const errorHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  if (error instanceof ApiError) {
    response.status(error.status).json({ code: error.code, message: error.message, ...error.extra });
    return;
  }
  if (error instanceof DocumentError) {
    response.status(422).json({
      code: error.code,
      message: error.message,
      path: error.validationIssues[0]?.path,
      validationIssues: error.validationIssues.slice(0, 20),
    });
    return;
  }
  if (error instanceof ArchiveError || error instanceof UnreadableError) {
    const code = error instanceof ArchiveError ? 'not-an-archive' : 'unreadable';
    response.status(422).json({ code, message: error.message });
    return;
  }
  const fault = error as RequestFault & Error;
  if (fault.status && fault.status >= 400 && fault.status < 500) {
    const words = WORDS[fault.type ?? '']?.(fault) ?? {
      code: 'bad-request',
      message: `The request can't be read: ${fault.message.slice(0, 120)}.`,
    };
    response.status(fault.status).json(words);
    return;
  }
  const storage = storageFault(error);
  request.log?.error({ code: storage?.code ?? 'internal', name: fault.name, stack: fault.stack?.slice(0, 2000) });
  if (storage) response.status(507).json(storage);
  else response.status(500).json({ code: 'internal', message: 'The server stumbled; nothing was changed. Try again.' });
};
