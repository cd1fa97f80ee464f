import type { Assembly, PlacedPart } from '@young-shell/core/assembly';
import type { Conversion } from '@young-shell/core/document';
import { marginsOf, nameOf } from '@young-shell/core/fit';
import { unitWord, formatLength, type LengthUnit } from '@young-shell/core/quantity';
import { useDeferredValue } from 'react';
import { useAppSelector } from '../app/store';
import { selectAssembly, selectDocument } from '../document/selectors';

/** Where a part is: `at 20.0, 30.0, 10.0 mm, locked`. */
export function placeWords({ placement: { x, y, z, locked } }: PlacedPart, unit: LengthUnit): string {
  const place = [x, y, z].map((mm) => formatLength(mm, unit)).join(', ');
  return `at ${place} ${unitWord(unit)}${locked ? ', locked' : ''}`;
}

/** Where a part is and what it is nearest to: `at 20.0, 30.0, 10.0 mm; tightest 2.0 mm to Lid, wanted 1.5`. */
export function partWords(document: Conversion, assembly: Assembly, part: PlacedPart, unit: LengthUnit): string {
  const l = (mm: number) => formatLength(mm, unit);
  const tightest = marginsOf(assembly).find(
    (m) => m.kind === 'body' && (m.part === part.id || (m.other.kind === 'part' && m.other.id === part.id)),
  );
  const to = tightest && (tightest.part === part.id ? tightest.other : { kind: 'part', id: tightest.part });
  const margin = to
    ? `tightest ${l(tightest.distance)} ${unitWord(unit)} to ${nameOf(document, to)}, wanted ${l(tightest.required.value)}`
    : 'nothing near it';
  return `${placeWords(part, unit)}; ${margin}`;
}

/** What the view shows, for who does not see it: every part with its place and its tightest margin. */
export function PartsInWords() {
  const now = useAppSelector(selectDocument);
  // An edit is drawn before it is told.
  const document = useDeferredValue(now);
  const assembly = useDeferredValue(useAppSelector(selectAssembly));
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <ul className="sr-only" aria-label="Parts in the shell">
      {[...assembly.parts, ...assembly.outer].map((part) => (
        <li key={part.id}>
          {part.part.name} {partWords(document, assembly, part, unit)}
        </li>
      ))}
      {assembly.unplaced.map((id) => (
        <li key={id}>{document.kit.parts[id]?.name ?? id} not in the shell yet</li>
      ))}
    </ul>
  );
}
