import { useAppSelector } from '../../app/store';
import { selectAssessment } from '../../document/selectors';
import { StripCell } from '../../ui/StripCell';

/** What the kit weighs. */
export function MassCell() {
  const { figures } = useAppSelector(selectAssessment);
  return <StripCell label="Mass of the kit">{(figures.mass ?? 0).toFixed(1)} kg</StripCell>;
}
