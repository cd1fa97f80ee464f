import { airWork } from '../air/work';
import { buildWork } from '../build/work';
import { cutWork } from '../cut/work';
import { fitWork } from '../fit/work';
import { kitWork } from '../kit/work';
import { linksWork } from '../links/work';
import { panelWork } from '../panel/work';
import type { StationId } from '../plan';
import { powerWork } from '../power/work';
import { proofWork } from '../proof/work';
import { shellWork } from '../shell/work';
import type { StationWork } from '../station';

/** What stations do beside their assessment, in the order of the work. One line each. */
export const WORKS = {
  shell: shellWork,
  kit: kitWork,
  fit: fitWork,
  air: airWork,
  power: powerWork,
  links: linksWork,
  cut: cutWork,
  panel: panelWork,
  build: buildWork,
  proof: proofWork,
} as const satisfies Partial<Record<StationId, StationWork>>;

/** The same, by any station's id. */
export const workOf = (id: string): StationWork => (WORKS as Partial<Record<string, StationWork>>)[id] ?? {};
