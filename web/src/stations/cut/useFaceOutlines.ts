import { useMemo } from 'react';
import { useLocation } from 'react-router';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectAssessment, selectShown } from '../../document/selectors';
import { faceOutlines, type FaceOutline } from './faceOutlines';

const NONE: never[] = [];

/** Lines on the faces for the present station: the layout’s cuts are drawn at the Cut station only. */
export function useFaceOutlines(): FaceOutline[] {
  const document = useAppSelector(selectShown);
  const { hull } = useAppSelector(selectAssembly);
  const { cut } = useAppSelector(selectAssessment).reports;
  const selection = useAppSelector((s) => s.view.selection);
  const cuts = useLocation().pathname.endsWith('/cut') ? cut.openings : NONE;
  return useMemo(() => faceOutlines(document, hull, cuts, selection), [document, hull, cuts, selection]);
}
