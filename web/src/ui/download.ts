import { fileStem } from '@young-shell/core/document';

/** Hands a file to the browser to be kept. */
export function download(name: string, type: string, content: BlobPart): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = window.document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name as the stem of a file. */
export const stem = (name: string): string => fileStem(name, 'file');
