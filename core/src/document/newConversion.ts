import type { Hull } from '../shell/section';
import { SCHEMA_VERSION, type Conversion } from './conversion';
import { SECTIONS, type Sections } from './sections';

/** A new conversion around a hull: every section as it begins. */
export function newConversion(name: string, hull: Hull): Conversion {
  const sections = Object.fromEntries(SECTIONS.map((section) => [section.key, section.empty()])) as Sections;
  return {
    schemaVersion: SCHEMA_VERSION,
    name,
    note: '',
    ...sections,
    shell: { ...sections.shell, hull },
    accepted: {},
    spent: {},
  };
}
