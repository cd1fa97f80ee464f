import { wishState, wishWords } from '@young-shell/core/fit';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectShown } from '../../document/selectors';

/** The wishes about a part, in small writing on its tape; those that do not hold are marked. */
export function WishTape({ part }: { part: string }) {
  const document = useAppSelector(selectShown);
  const assembly = useAppSelector(selectAssembly);
  const wishes = Object.entries(document.layout.wishes).filter(([, wish]) => wish.part === part);
  return wishes.map(([id, wish]) => {
    const held = wishState(wish, assembly)?.holds !== false;
    return (
      <span key={id} className={`block text-left text-xs font-medium ${held ? '' : 'text-[#8f1d0c]'}`}>
        {held ? '' : '■ '}
        {wishWords(document, wish)}
      </span>
    );
  });
}
