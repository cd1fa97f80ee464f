import { nextId, type Photo } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Camera, Printer } from 'lucide-react';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../../app/store';
import { api } from '../../../document/api';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Dialog } from '../../../ui/Dialog';
import { download } from '../../../ui/download';
import { Section } from '../../../ui/Section';
import { run } from '../../../work/work';
import { PhotoEditor } from './PhotoEditor';

const LARGEST = 40_000_000;

/** Photos that are measured: a face or a board with something of known size in the same plane. */
export function PhotoList() {
  const document = useAppSelector(selectDocument);
  const { photos } = document.kit;
  const submit = useSubmit();
  const input = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState<string>();
  const [busy, setBusy] = useState(false);
  const add = async (file: File) => {
    setBusy(true);
    try {
      if (file.size > LARGEST)
        throw new Error(
          `${file.name} has ${(file.size / 1e6).toFixed(0)} MB; up to ${LARGEST / 1e6} MB are kept. Save it smaller.`,
        );
      const bitmap = await createImageBitmap(file).catch(() => {
        throw new Error(`${file.name} is no picture that can be read; JPEG and PNG are.`);
      });
      const { content } = await api.keep(file);
      const id = nextId(photos, 'photo', document.spent);
      const photo: Photo = {
        name: file.name.replace(/\.[^.]+$/, '').slice(0, 60),
        content,
        width: bitmap.width,
        height: bitmap.height,
        reference: { kind: 'A4 sheet', width: measured(210, 'standard', 0.5), height: measured(297, 'standard', 0.5) },
        corners: [],
        straight: [],
        picks: {},
        offPlane: 0,
        distance: 500,
      };
      const wrong = submit({ type: 'setPhoto', id, photo });
      if (wrong) throw new Error(wrong);
      setOpen(id);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Section title="Measure from a photo">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        Lay an A4 sheet, a rectangle of known size or our corner sheet beside the board, in the same plane, and
        photograph it from half a metre or more. Good to about half a millimetre; calipers correct it in a hole map.
      </p>
      <div className="mb-2 flex flex-wrap gap-2">
        <Button look="strong" disabled={busy} onClick={() => input.current?.click()}>
          <Camera size={15} aria-hidden /> {busy ? 'keeping it …' : 'add a photo'}
        </Button>
        <Button
          onClick={() =>
            void run('short', 'kit', 'corners', [document]).then(
              (bytes) => download('corner-sheet.pdf', 'application/pdf', bytes as BlobPart),
              (problem: Error) => toast.error(problem.message),
            )
          }
        >
          <Printer size={15} aria-hidden /> corner sheet
        </Button>
        <input
          ref={input}
          type="file"
          accept="image/jpeg,image/png"
          className="sr-only"
          aria-label="Photo to measure"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void add(file);
          }}
        />
      </div>
      <ul className="m-0 list-none p-0">
        {Object.entries(photos).map(([id, photo]) => (
          <li key={id} className="border-t border-line py-1.5">
            <button
              type="button"
              className="flex w-full items-center gap-3 text-left hover:underline"
              onClick={() => setOpen(id)}
            >
              <img src={`/api/attachments/${photo.content}`} alt="" className="h-14 w-20 object-cover" />
              <span className="min-w-0 flex-1 [overflow-wrap:anywhere] font-semibold">{photo.name}</span>
              <span className="text-sm text-ink-soft">{Object.keys(photo.picks).length} picked</span>
            </button>
            <Dialog
              title={photo.name}
              about="Four corners of the reference, a straight edge for the lens, then everything you want to know."
              open={open === id}
              onClose={() => setOpen(undefined)}
              wide
            >
              <PhotoEditor
                id={id}
                photo={photo}
                onDelete={() => {
                  setOpen(undefined);
                  submit({ type: 'setPhoto', id, photo: null });
                }}
              />
            </Dialog>
          </li>
        ))}
      </ul>
    </Section>
  );
}
