import { asFeatures } from '@young-shell/core/shell';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';

/** Something original that was entered as a part: it belongs to the shell from now on. */
export function AsFeature({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const submit = useSubmit();
  return (
    <div className="mt-2">
      <Button
        onClick={() => {
          const change = asFeatures(document, assembly, id);
          if (change) submit(change);
        }}
      >
        Make it a feature of the shell
      </Button>
    </div>
  );
}
