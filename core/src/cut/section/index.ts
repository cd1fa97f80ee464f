import type { Kit } from '../../kit/section';
import { facesOf, type Shell } from '../../shell/section';
import { put, section, type ValidationIssue } from '../../form';
import type { Stock } from './stock';
import type { Tools } from './tools';
import { form, type Adjusted, type CutSettings, type Mount, type OwnOpening, type Print } from './form';

export {
  MOUNT_KINDS,
  openingKey,
  PAPER_NAMES,
  PRINT_KINDS,
  type Adjusted,
  type CutSettings,
  type Mount,
  type MountKind,
  type OwnOpening,
  type Print,
  type PrintKind,
  type VentPattern,
} from './form';

export type { Stock } from './stock';
export type { Tools } from './tools';

export interface CutSeen {
  shell: Shell;
  kit: Kit;
  cut: CutSettings;
}

type Plain = Omit<CutSettings, 'openings' | 'adjusted' | 'printed' | 'mounts' | 'tools' | 'prints' | 'stock'>;

/** The ways to alter how cuts are made. */
export type CutChange =
  | { type: 'setCut'; cut: Partial<Plain> }
  | { type: 'setCutOpening'; id: string; opening: OwnOpening | null }
  | { type: 'adjustOpening'; key: string; name: string; patch: { [K in keyof Adjusted]?: Adjusted[K] | null } }
  | { type: 'setMount'; part: string; mount: Mount | null }
  | { type: 'setTools'; tools: Tools }
  | { type: 'setStock'; stock: Stock }
  | { type: 'setPrint'; id: string; print: Print | null }
  | { type: 'setPrinted'; faces: string[]; mark: Record<string, string>; when: string };

export const cutSection = section<'cut', CutSettings, CutSeen, CutChange>({
  key: 'cut',
  form,
  empty: () => ({
    allowance: 0.4,
    paper: 'a4',
    ruler: { horizontal: 100, vertical: 100 },
    mirrored: [],
    openings: {},
    adjusted: {},
    printed: {},
    mounts: {},
    tools: {},
    prints: {},
  }),
  rules,
  changes: {
    setCut: {
      alter: ({ cut }, change) => {
        for (const key of Object.keys(change.cut) as (keyof Plain)[]) put(cut, key, change.cut[key]);
      },
      words: (_document, { cut }) => `sheets: ${Object.keys(cut).join(', ')}`,
    },
    setCutOpening: {
      alter: ({ cut }, { id, opening }) => {
        put(cut.openings, id, opening);
        if (!opening) put(cut.adjusted, id, null);
      },
      words: ({ cut }, { id, opening }) =>
        opening ? `${id in cut.openings ? 'change' : 'add'} ${opening.name}` : `delete ${cut.openings[id]?.name ?? id}`,
    },
    adjustOpening: {
      alter: ({ cut }, { key, patch }) => {
        const next: Adjusted = { ...cut.adjusted[key] };
        for (const k of Object.keys(patch) as (keyof Adjusted)[]) {
          const value = patch[k];
          if (value === null || value === undefined) delete next[k];
          else Object.assign(next, { [k]: value });
        }
        put(cut.adjusted, key, Object.keys(next).length === 0 ? null : next);
      },
      words: (_document, { name, patch }) => wordsOf(name, patch),
    },
    setMount: {
      alter: ({ cut }, { part, mount }) => put(cut.mounts, part, mount),
      words: ({ kit }, { part, mount }) =>
        `${kit.parts[part]?.name ?? part}: ${mount ? `held by ${mount.kind}` : 'held as usual'}`,
    },
    setTools: {
      alter: ({ cut }, { tools }) => put(cut, 'tools', tools),
      words: () => 'tools on the bench',
    },
    setStock: {
      alter: ({ cut }, { stock }) => put(cut, 'stock', stock),
      words: () => 'sheets and bars to cut from',
    },
    setPrint: {
      alter: ({ cut }, { id, print }) => put(cut.prints, id, print),
      words: ({ cut }, { id, print }) =>
        print ? `${id in cut.prints ? 'change' : 'add'} ${print.name}` : `delete ${cut.prints[id]?.name ?? id}`,
    },
    setPrinted: {
      alter: ({ cut }, { faces, mark, when }) => {
        for (const face of faces) put(cut.printed, face, mark[face] ? { mark: mark[face], when } : null);
      },
      words: (_document, { faces }) => `sheets of ${faces.length === 1 ? faces[0] : `${faces.length} faces`} printed`,
    },
  },
  entities: ({ openings, prints }) => ({ cut: openings, print: prints }),
  removeReferences: ({ cut }, { kind, id: gone }) => {
    // Sheets of a tray, of the floor of a drawer.
    if (kind === 'part') delete cut.printed[`${gone}-plate`];
    if (kind === 'body') delete cut.printed[`${gone}-floor`];
    if (kind === 'face') {
      if (cut.mirrored.includes(gone)) cut.mirrored = cut.mirrored.filter((f) => f !== gone);
      delete cut.printed[gone];
      for (const [key, opening] of Object.entries(cut.openings))
        if (opening.face === gone) {
          delete cut.openings[key];
          delete cut.adjusted[key];
        }
    }
    if (kind === 'part') {
      delete cut.mounts[gone];
      for (const [key, { of }] of Object.entries(cut.prints)) if (of?.split('.')[0] === gone) delete cut.prints[key];
      // What was really cut stays in the shell, whatever becomes of its part.
      for (const [key, { made }] of Object.entries(cut.adjusted))
        if (key.startsWith(`${gone}.`) && !made) delete cut.adjusted[key];
      for (const [key, opening] of Object.entries(cut.openings)) if (opening.follows === gone) delete cut.openings[key];
    }
  },
});

function wordsOf(name: string, patch: { [K in keyof Adjusted]?: Adjusted[K] | null }): string {
  if (patch.made) return `${name}: as it was cut`;
  if (patch.made === null) return `${name}: not cut after all`;
  if (patch.detached) return `${name}: stays where it is`;
  if (patch.detached === null) return `${name}: follows its part again`;
  if ('wall' in patch) return patch.wall ? `${name}: ${patch.wall}` : `${name}: straight through the wall`;
  return `${name}: allowance`;
}

function rules({ shell, kit, cut }: CutSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  const faces = facesOf(shell.hull);
  for (const part of Object.keys(cut.mounts))
    if (!(part in kit.parts))
      validationIssues.push({ path: `/cut/mounts/${part}`, message: `There is no part “${part}”.` });
  for (const [id, { face, follows, pattern, shape }] of Object.entries(cut.openings)) {
    const at = `/cut/openings/${id}`;
    if (!faces.includes(face))
      validationIssues.push({
        path: `${at}/face`,
        message: `The shell has no face “${face}”; it has ${faces.join(', ')}.`,
      });
    if (follows !== undefined && !(follows in kit.parts))
      validationIssues.push({ path: `${at}/follows`, message: `There is no part “${follows}”.` });
    if (shape.kind === 'rectangle' && shape.radius > Math.min(shape.width, shape.height) / 2)
      validationIssues.push({
        path: `${at}/shape/radius`,
        message: `A corner of ${shape.radius} mm is larger than half the shorter side, ${Math.min(shape.width, shape.height) / 2} mm.`,
      });
    const web = webOfPattern(pattern);
    if (web !== undefined && web <= 0)
      validationIssues.push({
        path: `${at}/pattern`,
        message: 'The holes run into each other: make the pitch larger than the hole.',
      });
  }
  return validationIssues;
}

/** Least material between two holes of a pattern, mm; undefined where there are none. */
export function webOfPattern(pattern: OwnOpening['pattern']): number | undefined {
  if (pattern.kind === 'holes') return pattern.pitch - pattern.diameter;
  if (pattern.kind === 'honeycomb') return pattern.web;
  if (pattern.kind === 'slots') return Math.min(pattern.across - pattern.length, pattern.up - pattern.width);
  return undefined;
}
