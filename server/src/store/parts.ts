import { randomUUID } from 'node:crypto';
import { validationIssueOfDesign, validationIssuesOfPart, type Part } from '@young-shell/core/document';
import type { Knex } from 'knex';

/** A part of the user's own library. */
export interface StoredPart {
  id: string;
  part: Part;
  updatedAt: string;
}

/** A row of the library that is no part: it can be fetched as it is, and taken out. */
export interface UnreadablePart {
  id: string;
  name: string;
  /** As it is stored. */
  text: string;
  fault: string;
}

/** What is wrong with the text of a part; undefined where nothing is. */
export function wrongWithPart(text: string): string | undefined {
  let part: unknown;
  try {
    part = JSON.parse(text);
  } catch {
    return 'it is no JSON';
  }
  const [issue] = validationIssuesOfPart(part);
  if (issue) return `${issue.path || 'it'}: ${issue.message}`;
  return validationIssueOfDesign(part as Part);
}

interface Row {
  id: string;
  name: string;
  part: string;
  updated_at: string;
}

/** The user's own parts, shared by all conversions. */
export class PartStore {
  constructor(private readonly database: Knex) {}

  async list(): Promise<(StoredPart | UnreadablePart)[]> {
    const rows: Row[] = await this.database('part').select('id', 'name', 'part', 'updated_at').orderBy('name');
    return rows.map((row) => {
      const fault = wrongWithPart(row.part);
      return fault === undefined
        ? { id: row.id, part: JSON.parse(row.part) as Part, updatedAt: row.updated_at }
        : { id: row.id, name: row.name, text: row.part, fault };
    });
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
