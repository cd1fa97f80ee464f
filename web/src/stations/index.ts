import type { WebStation } from '../view/station';
import { air } from './air/station';
import { brief } from './brief/station';
import { build } from './build/station';
import { cut } from './cut/station';
import { fit } from './fit/station';
import { kit } from './kit/station';
import { links } from './links/station';
import { panel } from './panel/station';
import { power } from './power/station';
import { proof } from './proof/station';
import { shell } from './shell/station';

/** The stations of the interface. One line each. */
export const STATIONS: readonly WebStation[] = [brief, shell, kit, fit, air, power, links, cut, panel, build, proof];
