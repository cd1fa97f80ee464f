import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { run, root } from './setup.mjs';

/*
 * npm run new:station shipping     a station that passes the check: core, screen, a finding, a verb, and its lines in the registries
 *
 * It keeps no facts of its own yet and reads the kit: docs/adding-a-station.md says what comes next.
 */
const [id] = process.argv.slice(2);
if (!id || !/^[a-z][a-z]{1,23}$/.test(id)) {
  console.error(`“${id ?? ''}” is no name of a station; it would be 2 to 24 small letters, such as shipping.`);
  process.exit(2);
}
if (existsSync(join(root, 'core/src', id))) {
  console.error(`core/src/${id} is there already.`);
  process.exit(2);
}
const Name = id[0].toUpperCase() + id.slice(1);
const write = (path, text) => {
  mkdirSync(dirname(join(root, path)), { recursive: true });
  writeFileSync(join(root, path), text);
};
/** Puts lines into a file: each before the first line that begins as said. */
const register = (path, ...lines) => {
  let text = readFileSync(join(root, path), 'utf8');
  for (const [before, line] of lines) {
    const at = text.indexOf(before);
    if (at < 0) throw new Error(`${path} has no “${before}” any more: register ${id} by hand.`);
    text = text.slice(0, at) + line + text.slice(at);
  }
  writeFileSync(join(root, path), text);
};
const numbers = [
  ...readFileSync(join(root, 'core/src/plan/stations.ts'), 'utf8').matchAll(/from '\.\.\/(\w+)\/station'/g),
];
const number = numbers.length;

write(
  `core/src/${id}/assess.ts`,
  `import type { Conversion } from '../document';
import type { Finding } from '../findings';
import { countOf } from '../quantity';
import type { Assessed } from '../station';

/** What the station’s own screen shows beyond findings. */
export interface ${Name}Report {
  parts: number;
}

/** What the station says at every edit. Pure. */
export function assess${Name}({ kit }: Pick<Conversion, 'kit'>): Assessed<${Name}Report> {
  const parts = Object.keys(kit.parts).length;
  const findings: Finding[] =
    parts === 0
      ? [
          {
            id: '${id}/empty',
            station: '${id}',
            verdict: 'note',
            sentence: 'There are no parts yet: add some in Kit.',
            brief: 'no parts yet',
            figures: [],
            about: [],
          },
        ]
      : [];
  return { report: { parts }, findings, rest: countOf(parts, 'part') };
}
`,
);
write(
  `core/src/${id}/station.ts`,
  `import { station } from '../station';
import { assess${Name} } from './assess';

export const ${id} = station({
  id: '${id}',
  number: ${number},
  label: '${Name}',
  reads: ['kit.parts'],
  assess: ({ document }) => assess${Name}(document),
});
`,
);
write(
  `core/src/${id}/commands.ts`,
  `import { stationCommands } from '../station';

export const ${id}Commands = stationCommands({
  verbs: {
    ${id}: { words: 'what ${Name} says of a plan', load: async () => (await import('./verbs')).${id} },
  },
});
`,
);
write(
  `core/src/${id}/verbs.ts`,
  `import type { Verb } from '../station';
import { assess${Name} } from './assess';

/** \`young-shell ${id}\` */
export const ${id}: Verb = (document) => ({ print: assess${Name}(document).report });
`,
);
write(
  `core/src/${id}/${id}.test.ts`,
  `import { describe, expect, it } from 'vitest';
import { defaultBox, newConversion } from '../document';
import { assess${Name} } from './assess';

describe('${Name}', () => {
  it('says that an empty kit is empty', () => {
    const { findings, report } = assess${Name}(newConversion('Box', defaultBox()));
    expect(report.parts).toBe(0);
    expect(findings.map((f) => f.id)).toEqual(['${id}/empty']);
  });
});
`,
);
write(
  `web/src/stations/${id}/${Name}Station.tsx`,
  `import { selectAssessment } from '../../document/selectors';
import { useAppSelector } from '../../app/store';
import { FindingList } from '../../ui/FindingList';
import { Section } from '../../ui/Section';

export function ${Name}Station() {
  const { reports } = useAppSelector(selectAssessment);
  return (
    <>
      <FindingList station="${id}" />
      <Section title="${Name}">
        <p className="m-0">{reports.${id}.parts} in the kit</p>
      </Section>
    </>
  );
}
`,
);
write(
  `web/src/stations/${id}/station.ts`,
  `import type { WebStation } from '../../view/station';

export const ${id}: WebStation = {
  id: '${id}',
  screen: async () => ({ Component: (await import('./${Name}Station')).${Name}Station }),
};
`,
);
register(
  'core/src/plan/stations.ts',
  ["import type { Station } from '../station';", `import { ${id} } from '../${id}/station';\n`],
  ['] as const;', `, ${id}`],
);
register(
  'core/src/command/commands.ts',
  ["import type { StationCommands } from '../station';", `import { ${id}Commands } from '../${id}/commands';\n`],
  ['} satisfies', `  ${id}: ${id}Commands,\n`],
);
register(
  'web/src/stations/index.ts',
  ['\n/** The stations of the interface', `import { ${id} } from './${id}/station';\n`],
  ['];', `, ${id}`],
);
run('npx', ['prettier', '--write', '--log-level', 'warn', `core/src/${id}`, `web/src/stations/${id}`, 'core/src/plan', 'core/src/command', 'web/src/stations/index.ts']); // prettier-ignore
console.log(`${Name} is there. npm run check, then docs/adding-a-station.md for what comes next.`);
