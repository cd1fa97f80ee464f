import type { ErrorRequestHandler } from 'express';
import { DocumentError } from '@young-shell/core/document';
import { ArchiveError } from '../store/openArchive';
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

/** Status and words for what was thrown; undefined for what nobody foresaw. */
export function answerTo(error: unknown): { status: number; body: { code: string; message: string } } | undefined {
  if (error instanceof ApiError)
    return { status: error.status, body: { code: error.code, message: error.message, ...error.extra } };
  if (error instanceof DocumentError) {
    const { code, message, validationIssues } = error;
    const issues = { path: validationIssues[0]?.path, validationIssues: validationIssues.slice(0, 20) };
    return { status: 422, body: { code, message, ...issues } };
  }
  if (error instanceof ArchiveError) return { status: 422, body: { code: 'not-an-archive', message: error.message } };
  if (error instanceof UnreadableError) return { status: 422, body: { code: 'unreadable', message: error.message } };
  const fault = error as RequestFault & Error;
  if (fault.status && fault.status >= 400 && fault.status < 500) {
    const words = WORDS[fault.type ?? '']?.(fault) ?? {
      code: 'bad-request',
      message: `The request can't be read: ${fault.message.slice(0, 120)}.`,
    };
    return { status: fault.status, body: words };
  }
  const storage = storageFault(error);
  return storage && { status: 507, body: storage };
}

const STUMBLED = { code: 'internal', message: 'The server stumbled; nothing was changed. Try again.' };

/** Turns whatever was thrown into `{ code, message, path? }`. What was sent is never logged. */
export const errorHandler: ErrorRequestHandler = (error: Error, request, response, next) => {
  if (response.headersSent) return next(error);
  const answer = answerTo(error);
  if (!answer || answer.status === 507)
    request.log?.error({
      code: answer?.body.code ?? STUMBLED.code,
      name: error.name,
      stack: error.stack?.slice(0, 2000),
    });
  response.status(answer?.status ?? 500).json(answer?.body ?? STUMBLED);
};
