import type { ErrorRequestHandler } from 'express';
import { DocumentError } from '@young-shell/core/document';

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

const TOO_LARGE = 'The file is too large: a conversion has at most 4 MB. Is it a solid or a photo?';

/** Turns whatever was thrown into `{ code, message, path? }`. */
export const errorHandler: ErrorRequestHandler = (error, request, response, _next) => {
  if (error instanceof ApiError) {
    response.status(error.status).json({ code: error.code, message: error.message, ...error.extra });
    return;
  }
  if (error instanceof DocumentError) {
    response.status(422).json({
      code: error.code,
      message: error.message,
      path: error.complaints[0]?.path,
      complaints: error.complaints.slice(0, 20),
    });
    return;
  }
  const type = (error as { type?: string }).type;
  if (type === 'entity.too.large') response.status(413).json({ code: 'too-large', message: TOO_LARGE });
  else if (type === 'entity.parse.failed')
    response.status(400).json({ code: 'not-json', message: 'The request is not JSON.' });
  else {
    request.log?.error(error);
    response.status(500).json({ code: 'internal', message: 'The server stumbled; nothing was changed. Try again.' });
  }
};
