import { useAppSelector } from '../../app/store';
import { selectShown } from '../../document/selectors';
import { StripCell } from '../../ui/StripCell';
import { useLitres } from './useLitres';

/** What is left of the room. */
export function FreeRoomCell() {
  const { value: litres } = useLitres(useAppSelector(selectShown));
  return (
    <StripCell label="Free room">
      {litres ? `${litres.free.toFixed(1)} of ${litres.usable.toFixed(1)} L` : '…'}
    </StripCell>
  );
}
