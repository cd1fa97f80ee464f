import type { Assembly } from '@young-shell/core/assembly';
import type { Conversion } from '@young-shell/core/document';
import { looksOfControl } from '@young-shell/core/shell';
import { memo, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { FEATURE_FILL } from './palette';
import { nearerLater } from './PartInSection';
import { ControlLooksSection } from './PartLooksSection';
import { SECTION_AXES, type SectionMode } from './projection';
import { cutsSolid } from './section';
import { select } from './slice';
import { SolidOutline } from './SolidOutline';

interface Props {
  features: Assembly['features'];
  document: Conversion;
  mode: SectionMode;
  depth: number;
  /** px a mm */
  k: number;
}

/** What stands in the shell, in a section: drawn anew only where the shell or the section changed. */
export const FeaturesInSection = memo(
  function FeaturesInSection({ features: all, document, mode, depth, k }: Props) {
    const dispatch = useAppDispatch();
    const chosen = useAppSelector((s) => (s.view.selection?.kind === 'feature' ? s.view.selection.id : undefined));
    const { across, up, into } = SECTION_AXES[mode];
    // The boxes of an imported shell are its walls.
    const features = useMemo(() => all.filter((f) => f.owner !== 'material').sort(nearerLater(mode)), [all, mode]);
    return (
      <>
        {features.map((f) => (
          <SolidOutline
            key={f.id}
            solid={f}
            axes={[across, up, into]}
            fill={FEATURE_FILL[document.shell.features[f.owner]?.fate ?? 'keep']}
            cut={cutsSolid(f, mode, depth)}
            stroke={f.owner === chosen ? '#ff9a5c' : '#efe6cf'}
            width={(f.owner === chosen ? 2.5 : 1) / k}
            onPick={() => dispatch(select({ kind: 'feature', id: f.owner }))}
          />
        ))}
        {features.map(
          (f) =>
            !f.swept && (
              <ControlLooksSection
                key={f.id}
                marks={looksOfControl(document, f.owner, f.shape)}
                mode={mode}
                depth={depth}
                width={0.8 / k}
              />
            ),
        )}
      </>
    );
  },
  (a, b) =>
    a.features === b.features &&
    a.document.shell === b.document.shell &&
    a.mode === b.mode &&
    a.depth === b.depth &&
    a.k === b.k,
);
