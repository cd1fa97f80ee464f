import type { Measured } from '@young-shell/core/quantity';
import { valueAt } from '@young-shell/core/document';
import { pathWords } from '@young-shell/core/shell';
import { useAppSelector } from '../../app/store';
import { selectDocument, selectKeptAssessment } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { WhatIfWrong } from '../../ui/WhatIfWrong';

/** Which measurements matter: those that make the tight margins unsure, editable here. */
export function MeasureAgainList() {
  const document = useAppSelector(selectDocument);
  const { fit } = useAppSelector(selectKeptAssessment).reports;
  const submit = useSubmit();
  if (fit.measureAgain.length === 0) return null;
  return (
    <Section title="Measure again before you cut">
      <div className="flex flex-col gap-2">
        {fit.measureAgain.slice(0, 4).map(({ id }) => {
          const measured = valueAt(document, id) as Measured | undefined;
          const words = pathWords(id, document);
          return (
            measured && (
              <div key={id}>
                <MeasuredField
                  label={words}
                  value={measured}
                  onCommit={(m) => submit({ type: 'setMeasured', path: id, measured: m, what: words })}
                />
                <WhatIfWrong path={id} name={words} />
              </div>
            )
          );
        })}
      </div>
    </Section>
  );
}
