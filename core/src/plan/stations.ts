import { air } from '../air/station';
import { brief } from '../brief/station';
import { build } from '../build/station';
import { cut } from '../cut/station';
import { fit } from '../fit/station';
import { kit } from '../kit/station';
import { links } from '../links/station';
import { panel } from '../panel/station';
import { power } from '../power/station';
import { proof } from '../proof/station';
import { shell } from '../shell/station';
import type { Station } from '../station';

/** The stations in the order of the work. One line each. */
export const STATIONS = [brief, shell, kit, fit, air, power, links, cut, panel, build, proof] as const;

/** Those that say whether a plan can be as it is laid out, whatever it does when it runs. */
export const AT_REST: readonly Station[] = (STATIONS as readonly Station[]).filter((s) => !s.running);

const only = (is: 'headline' | 'begins') => (STATIONS as readonly Station[]).find((s) => s[is])!.id as StationId;

/** The station whose words stand for the whole: a conversion opens there. */
export const HEADLINE = only('headline');
/** The station where a new conversion begins. */
export const BEGINNING = only('begins');

type AnyStation = (typeof STATIONS)[number];

export type StationId = AnyStation['id'];

/** What each station reports beyond findings, by its id. */
export type Reports = { [S in AnyStation as S['id']]: ReturnType<S['assess']>['report'] };
