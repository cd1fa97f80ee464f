import { readFileSync } from 'node:fs';
import { validationIssuesOf, readConversion } from '@young-shell/core/document';
import { assemble } from '@young-shell/core/assembly';
import { marginsOf, stopsAt } from '@young-shell/core/fit';
import { describe, expect, it } from 'vitest';
import { GALLERY } from './index';

const written = (name: string) => readConversion(readFileSync(new URL(`./${name}.json`, import.meta.url), 'utf8'));

describe.each(Object.entries(GALLERY))('%s', (name, make) => {
  it('is written from its source: only the places are the search’s', () => {
    const source = make();
    expect(validationIssuesOf(source)).toEqual([]);
    const { layout, ...rest } = written(name);
    expect({ ...rest, layout: { ...layout, placements: {} } }).toEqual({
      ...JSON.parse(JSON.stringify(source)),
      layout: { ...source.layout, placements: {} },
    });
  });

  it('is laid out so that nothing runs into anything', () => {
    const assembly = assemble(written(name));
    expect(stopsAt(marginsOf(assembly)).map((m) => m.id)).toEqual([]);
  });
});
