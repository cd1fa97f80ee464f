import { createHash } from 'node:crypto';
import type { Knex } from 'knex';

/** A stored solid or photo. */
export interface Attachment {
  content: string;
  type: string;
  bytes: Buffer;
}

/** Solids and photos, kept once by their content. */
export class AttachmentStore {
  constructor(
    private readonly database: Knex,
    private readonly now: () => Date,
  ) {}

  /** Keeps bytes; gives the SHA-256 by which they are found again. */
  async keep(bytes: Buffer, type: string): Promise<string> {
    const content = createHash('sha256').update(bytes).digest('hex');
    await this.database('attachment')
      .insert({ content, type, size: bytes.length, bytes, created_at: this.now().toISOString() })
      .onConflict('content')
      .ignore();
    return content;
  }

  async read(content: string): Promise<Attachment | undefined> {
    return this.database('attachment').select('content', 'type', 'bytes').where({ content }).first();
  }
}
