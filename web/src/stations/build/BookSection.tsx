import { useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { today } from '../../ui/days';
import { download, stem } from '../../ui/download';
import { Section } from '../../ui/Section';
import { run } from '../../work/work';

/** Everything of the conversion as one document to print, and as a bundle for another bench. */
export function BookSection() {
  const { id = '' } = useParams();
  const document = useAppSelector(selectDocument);
  const { findings } = useAppSelector(selectAssessment);
  const unit = useAppSelector((s) => s.preferences.unit);
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    try {
      const photos: Record<string, Uint8Array> = {};
      for (const { photo } of Object.values(document.build.log)) {
        if (!photo) continue;
        // One that is not here is named in the book; it does not hold it up.
        const response = await fetch(`/api/attachments/${photo.content}`).catch(() => undefined);
        if (response?.ok) photos[photo.content] = new Uint8Array(await response.arrayBuffer());
      }
      const said = findings.map(({ station, verdict, sentence, accepted }) =>
        accepted === undefined ? { station, verdict, sentence } : { station, verdict, sentence, accepted },
      );
      const pdf = await run('short', 'build', 'book', [document, { today: today(), findings: said, photos, unit }]);
      download(`${stem(document.name)}-build-book.pdf`, 'application/pdf', pdf as BlobPart);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Section title="The build book">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        Brief, shell, layout, findings, harness, steps, materials, proof, log with photos, and the sheets at 1:1, to
        print and to keep beside the machine.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button look="strong" disabled={busy} onClick={() => void make()}>
          {busy ? 'Making it …' : 'Make the book (PDF)'}
        </Button>
        <a className="underline" href={`/api/conversions/${id}/bundle`}>
          the bundle (.zip)
        </a>
      </div>
    </Section>
  );
}
