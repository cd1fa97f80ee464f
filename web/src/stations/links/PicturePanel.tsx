import {
  cvt,
  fieldRate,
  gtf,
  hex,
  integerScales,
  lineRate,
  modeline,
  searchTube,
  timingBlock,
  type Margin,
  type Timing,
} from '@young-shell/core/links';
import { nextId, type Screen } from '@young-shell/core/document';
import { Copy } from 'lucide-react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { download } from '../../ui/download';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const TUBE: Screen = {
  name: 'Tube',
  kind: 'tube',
  horizontal: [15.6, 15.8],
  vertical: [49, 61],
  interlace: true,
  clock: [25, 400],
  width: 640,
  height: 480,
  size: [380, 285],
  refresh: 60,
};
const PANEL: Screen = {
  ...TUBE,
  name: 'Panel',
  kind: 'panel',
  width: 1920,
  height: 1080,
  size: [480, 270],
  horizontal: [30, 90],
  vertical: [50, 75],
};

/** Timings for every screen, as text and as blocks, each figure against what the screen and the card stand. */
export function PicturePanel() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const screens = Object.entries(document.links.screens);
  const add = (screen: Screen) =>
    submit({ type: 'setScreen', id: nextId(document.links.screens, 'screen', document.spent), screen });
  return (
    <>
      <Section
        title="Screens"
        aside={
          <span className="flex gap-1.5">
            <Button onClick={() => add(TUBE)}>A tube</Button>
            <Button onClick={() => add(PANEL)}>A panel</Button>
          </span>
        }
      >
        {screens.length === 0 && (
          <p className="m-0 text-ink-soft">
            None yet: an old tube of television lines, or the panel that takes its place.
          </p>
        )}
      </Section>
      {screens.map(([id, screen]) => (
        <ScreenSection key={id} id={id} screen={screen} />
      ))}
    </>
  );
}

function ScreenSection({ id, screen }: { id: string; screen: Screen }) {
  const submit = useSubmit();
  const set = (patch: Partial<Screen>) => submit({ type: 'setScreen', id, screen: { ...screen, ...patch } });
  const range = (key: 'horizontal' | 'vertical' | 'clock', label: string, unit: string) =>
    ([0, 1] as const).map((i) => (
      <NumberField
        key={`${key}${i}`}
        label={`${label} ${i === 0 ? 'from' : 'to'}, ${unit}`}
        value={screen[key][i]}
        least={0}
        most={100_000}
        onCommit={(value) => set({ [key]: i === 0 ? [value, screen[key][1]] : [screen[key][0], value] })}
      />
    ));
  return (
    <Section
      title={screen.name}
      aside={
        <Button look="danger" onClick={() => submit({ type: 'setScreen', id, screen: null })}>
          Delete {screen.name}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-2.5">
        <TextField label="Name" value={screen.name} onCommit={(name) => set({ name })} />
        {screen.kind === 'tube' ? (
          <Check
            label="shows interlaced pictures"
            checked={screen.interlace}
            onChange={(interlace) => set({ interlace })}
          />
        ) : (
          <NumberField
            label="Refresh, Hz"
            value={screen.refresh}
            least={1}
            most={500}
            onCommit={(refresh) => set({ refresh })}
          />
        )}
        {screen.kind === 'tube' && range('horizontal', 'Lines', 'kHz')}
        {screen.kind === 'tube' && range('vertical', 'Fields', 'Hz')}
        {screen.kind === 'tube' && range('clock', 'Card’s clock', 'MHz')}
        {screen.kind === 'panel' && (
          <>
            <NumberField
              label="Pixels across"
              value={screen.width}
              least={1}
              most={16_384}
              onCommit={(width) => set({ width })}
            />
            <NumberField
              label="Pixels down"
              value={screen.height}
              least={1}
              most={16_384}
              onCommit={(height) => set({ height })}
            />
          </>
        )}
      </div>
      {screen.kind === 'tube' ? <TubeTimings screen={screen} /> : <PanelTimings screen={screen} />}
    </Section>
  );
}

function TubeTimings({ screen }: { screen: Screen }) {
  const { found, why } = searchTube(screen);
  return (
    <>
      {why && (
        <p role="alert" className="mt-2 mb-0 font-medium text-stop">
          {why}
        </p>
      )}
      {found.length > 0 && (
        <p className="mt-2 mb-0 border-l-4 border-warn pl-2.5 text-sm">
          A wrong timing can destroy a tube of one fixed frequency. Know its range from its own sheet, and try on the
          simulated set first.
        </p>
      )}
      {found.map(({ timing, mode, margins, times }) => (
        <TimingCard
          key={timing.name}
          timing={timing}
          size={screen.size}
          title={`${mode.lines} lines, ${mode.interlaced ? 'interlaced' : 'progressive'}, ${mode.hz} Hz${times > 1 ? `; each pixel ${times} times` : ''}`}
          margins={margins}
        />
      ))}
    </>
  );
}

function PanelTimings({ screen }: { screen: Screen }) {
  const made = (name: string, make: () => Timing): [string, Timing | undefined] => {
    try {
      return [name, make()];
    } catch {
      return [name, undefined];
    }
  };
  const timings = [
    made('CVT, reduced blanking', () => cvt(screen.width, screen.height, screen.refresh, true)),
    made('CVT', () => cvt(screen.width, screen.height, screen.refresh)),
    made('GTF', () => gtf(screen.width, screen.height, screen.refresh)),
  ];
  const scales = [240, 288].map((lines) => {
    try {
      return { lines, ...integerScales([320, lines], [screen.width, screen.height]) };
    } catch {
      return undefined;
    }
  });
  return (
    <>
      <h3 className="mt-3 mb-1 font-label text-base font-semibold">Old pictures in whole pixels</h3>
      <ul className="m-0 list-none p-0">
        {scales.map((s) =>
          s ? (
            <li key={s.lines} className="border-t border-line py-1 first:border-t-0">
              320 × {s.lines}: <span className="figure text-lg">{s.same.across} ×</span> both ways,{' '}
              {(100 * s.same.share).toFixed(0)} % of the panel; for the shape of a tube{' '}
              <span className="figure text-lg">
                {s.shaped.across} × {s.shaped.up}
              </span>
              , {s.shaped.left} and {s.shaped.top} pixels of border.
            </li>
          ) : (
            <li key="none">The panel is smaller than the picture.</li>
          ),
        )}
      </ul>
      {timings.map(
        ([name, timing]) =>
          timing && <TimingCard key={name} timing={timing} size={screen.size} title={name} margins={[]} />,
      )}
    </>
  );
}

function TimingCard({
  timing,
  size,
  title,
  margins,
}: {
  timing: Timing;
  size: [number, number];
  title: string;
  margins: Margin[];
}) {
  const text = modeline(timing);
  let block: Uint8Array | undefined;
  let wrong = '';
  try {
    block = timingBlock(timing, size);
  } catch (error) {
    wrong = (error as Error).message;
  }
  return (
    <article className="mt-3 border-t border-line pt-2" aria-label={title}>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="m-0 font-label text-base font-semibold">{title}</h3>
        <span className="figure text-lg whitespace-nowrap">
          {lineRate(timing).toFixed(2)} kHz · {fieldRate(timing).toFixed(2)} Hz
        </span>
      </div>
      <code className="my-1 block overflow-x-auto bg-paper p-1.5 text-sm">{text}</code>
      <div className="flex flex-wrap gap-1.5">
        <Button
          aria-label={`Copy the modeline ${timing.name}`}
          onClick={() =>
            void navigator.clipboard.writeText(text).then(
              () => toast.success('Copied.'),
              () => toast.error('The browser does not let it be copied.'),
            )
          }
        >
          <Copy size={15} aria-hidden /> Copy
        </Button>
        {block && (
          <Button
            onClick={() => download(`${timing.name}.bin`, 'application/octet-stream', block as Uint8Array<ArrayBuffer>)}
          >
            18 bytes
          </Button>
        )}
      </div>
      {block ? (
        <p className="mt-1 mb-0 font-mono text-[14px] break-words text-ink-soft">{hex(block)}</p>
      ) : (
        <p className="mt-1 mb-0 text-sm text-ink-soft">{wrong}</p>
      )}
      {margins.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-8 cursor-pointer text-sm">Each figure against its limits</summary>
          <table className="w-full border-collapse text-sm">
            <tbody>
              {margins.map((m) => (
                <tr key={m.label} className="border-t border-line">
                  <th scope="row" className="text-left font-normal">
                    {m.ok ? '✓' : '■'} {m.label}
                    <span className="block text-ink-soft">{m.source}</span>
                  </th>
                  <td className="figure text-right whitespace-nowrap">
                    {m.value.toFixed(2)} {m.unit}
                    <span className="block text-ink-soft">
                      {m.least} to {m.most}
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </article>
  );
}
