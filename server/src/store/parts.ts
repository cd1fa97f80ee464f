import { randomUUID } from 'node:crypto';
import type { Part } from '@young-shell/core/document';
import type { Knex } from 'knex';

/** A part of the user's own library. */
export interface StoredPart {
  id: string;
  part: Part;
  updatedAt: string;
}

interface Row {
  id: string;
  part: string;
  updated_at: string;
}

/** The user's own parts, shared by all conversions. */
export class PartStore {
  constructor(private readonly database: Knex) {}

  async list(): Promise<StoredPart[]> {
    const rows: Row[] = await this.database('part').select('id', 'part', 'updated_at').orderBy('name');
    return rows.map((row) => ({ id: row.id, part: JSON.parse(row.part) as Part, updatedAt: row.updated_at }));
  }

  /** Keeps a part; under a known id it replaces the one that is there. */
  async keep(part: Part, id: string = randomUUID()): Promise<StoredPart> {
    const updatedAt = new Date().toISOString();
    await this.database('part')
      .insert({ id, name: part.name, part: JSON.stringify(part), updated_at: updatedAt })
      .onConflict('id')
      .merge();
    return { id, part, updatedAt };
  }

  async remove(id: string): Promise<boolean> {
    return (await this.database('part').where({ id }).delete()) > 0;
  }
}
