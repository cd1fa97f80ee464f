import { brief } from '../brief/station';
import { cut } from '../cut/station';
import { fit } from '../fit/station';
import { kit } from '../kit/station';
import { shell } from '../shell/station';

/** The stations in the order of the work. One line each. */
export const STATIONS = [brief, shell, kit, fit, cut] as const;

type AnyStation = (typeof STATIONS)[number];

export type StationId = AnyStation['id'];

/** What each station reports beyond findings, by its id. */
export type Reports = { [S in AnyStation as S['id']]: ReturnType<S['assess']>['report'] };
