import { assemble } from '../../assembly';
import { POLICIES } from '../../brief';
import { FATE_WORDS, TARGETS, type Conversion } from '../../document';
import { sheetsPdf, type SheetFonts } from '../../exchange';
import type { Finding } from '../../findings';
import { orderOf } from '../../fit';
import { panelReport } from '../../panel';
import { acceptanceOf, CHECK_GROUPS, expectWords, proofReport } from '../../proof';
import { PDFDocument } from 'pdf-lib';
import { PAPERS } from '../../cut';
import { billOf } from '../materials';
import { layOnDays } from '../report';
import { dayWords } from '../schedule/calendar';
import { stepsOf } from '../steps/all';
import { PHASES } from '../steps/step';
import { Flow } from './flow';
import { drawViews } from './views';
import { formatLength, unitWord, type LengthUnit } from '../../quantity';

/** The chapters of a book, in their order. */
export const CHAPTERS = [
  'Brief',
  'Shell',
  'Layout',
  'Findings',
  'Harness',
  'Steps',
  'Materials and money',
  'Proof',
  'Log',
  'Cut sheets, 1:1',
] as const;

/** What a book is made from besides the plan. */
export interface BookInput {
  fonts: SheetFonts;
  today: string;
  /** In which lengths are written; mm where it is not said. */
  unit?: LengthUnit;
  /** What all stations say. */
  findings: readonly Pick<Finding, 'station' | 'verdict' | 'sentence' | 'accepted' | 'answers'>[];
  /** Photos of the log as JPEG or PNG, by content; those that are missing are named. */
  photos: Readonly<Record<string, Uint8Array>>;
}

const money = (minor: number | undefined) => (minor === undefined ? '–' : (minor / 100).toFixed(2));
const MARK = { stop: 'STOP', warn: 'warning', note: 'note', good: 'good' } as const;

/** All of a conversion as one printable document. @throws Error for fonts or photos that can’t be read */
export async function bookPdf(
  document: Conversion,
  { fonts, today, findings, photos, unit = 'mm' }: BookInput,
): Promise<Uint8Array> {
  const assembly = assemble(document);
  const paper = PAPERS[document.cut.paper];
  const flow = await Flow.open(fonts, paper, unit);
  const { brief, shell, kit, build, proof } = document;
  flow.pdf.setTitle(`${document.name}: build book`);
  flow.pdf.setCreator('Young Shell');

  // The first page; its list of contents comes when the pages are known.
  flow.newPage();
  flow.space(30);
  flow.title(document.name);
  if (document.note) flow.paragraph(document.note);
  flow.paragraph(`Build book of ${today}`, true);
  const first = flow.pdf.getPage(0);

  flow.chapter('Brief');
  if (brief.purpose) flow.paragraph(brief.purpose);
  flow.paragraph(`${POLICIES[brief.policy].label}: ${POLICIES[brief.policy].rule}`);
  if (brief.place) flow.paragraph(`Place: ${brief.place}. Up to ${brief.ambient} °C.`);
  flow.table(
    [
      { head: 'target', share: 3 },
      { head: 'limit', share: 2, figures: true },
    ],
    Object.values(brief.targets).map((t) => [
      TARGETS[t.kind].label,
      `${TARGETS[t.kind].sense === 'most' ? 'at most' : 'at least'} ${t.limit} ${TARGETS[t.kind].unit}`,
    ]),
  );
  flow.table(
    [{ head: 'what has to survive', share: 1 }],
    Object.values(brief.survivors).map((s) => [s.name]),
  );

  flow.chapter('Shell');
  flow.paragraph(
    `${shell.material}; ${Object.keys(shell.bodies).length} bodies, ${Object.keys(shell.features).length} things in it, ${Object.keys(shell.openings).length} openings it came with.`,
  );
  flow.table(
    [
      { head: 'in it', share: 4 },
      { head: 'fate', share: 2 },
    ],
    Object.values(shell.features).map((f) => [f.name, FATE_WORDS[f.fate]]),
  );

  flow.chapter('Layout');
  drawViews(flow, assembly);
  flow.table(
    [
      { head: 'part', share: 4 },
      { head: 'from left', share: 1.4, figures: true },
      { head: 'from front', share: 1.4, figures: true },
      { head: 'from bottom', share: 1.4, figures: true },
      { head: 'g', share: 1, figures: true },
    ],
    assembly.parts.map((p) => [p.part.name, ...[0, 1, 2].map((i) => p.low[i]!.toFixed(1)), p.part.mass.toFixed(0)]),
  );
  const loose = Object.entries(kit.parts).filter(([id]) => !assembly.parts.some((p) => p.id === id));
  if (loose.length > 0) flow.paragraph(`Not placed: ${loose.map(([, p]) => p.name).join(', ')}.`);

  flow.chapter('Findings');
  const open = findings.filter((f) => f.accepted === undefined && f.verdict !== 'good' && f.verdict !== 'note');
  const accepted = findings.filter((f) => f.accepted !== undefined);
  if (open.length === 0) flow.paragraph('Nothing stops, nothing warns.');
  flow.table(
    [
      { head: 'station', share: 1 },
      { head: '', share: 1 },
      { head: 'open', share: 7 },
    ],
    open.map((f) => [f.station, MARK[f.verdict], f.sentence]),
  );
  flow.table(
    [
      { head: 'station', share: 1 },
      { head: 'accepted', share: 5 },
      { head: 'why', share: 3 },
    ],
    accepted.map((f) => [
      f.station,
      f.sentence,
      f.answers === undefined ? f.accepted! : `${f.accepted || 'no reason given'}; ${f.answers} answers for it`,
    ]),
  );

  flow.chapter('Harness');
  const { harness, matched } = panelReport(document, assembly);
  if (harness.rows.length === 0) flow.paragraph('No wires of controls.');
  flow.table(
    [
      { head: 'no.', share: 0.6, figures: true },
      { head: 'from', share: 3 },
      { head: 'to', share: 2.4 },
      { head: 'wire', share: 2 },
      { head: unitWord(unit), share: 0.8, figures: true },
    ],
    harness.rows.map((r, i) => [
      `${i + 1}`,
      `${r.from}, ${r.terminal}`,
      `${r.to}, pin ${r.pin}`,
      `${r.colour}, AWG ${r.gauge}${r.through ? `, ${r.through}` : ''}`,
      formatLength(r.length, unit, unit === 'mm' ? 0 : 1),
    ]),
  );
  const unwired = matched.controls.filter((c) => !c.way && c.control.wish !== 'nothing');
  if (unwired.length > 0) flow.paragraph(`Without a way yet: ${unwired.map((c) => c.control.name).join(', ')}.`);

  flow.chapter('Steps');
  const { steps } = stepsOf(document, assembly, orderOf(document, assembly));
  const { schedule, words } = layOnDays(document, steps, today);
  flow.paragraph(
    schedule
      ? `Finished on ${dayWords(Math.floor(schedule.end / 24))}; ${schedule.left.toFixed(0)} h of work are left.`
      : words!,
  );
  const slots = new Map(schedule?.slots.map((s) => [s.id, s]));
  for (const phase of PHASES) {
    const of = steps.filter((s) => s.phase === phase);
    if (of.length === 0) continue;
    flow.title(phase[0]!.toUpperCase() + phase.slice(1));
    flow.table(
      [
        { head: 'done', share: 1.3 },
        { head: 'step', share: 4 },
        { head: 'min', share: 0.7, figures: true },
        { head: 'after, cautions', share: 5 },
      ],
      of.map((s) => [
        s.done
          ? s.done.on
          : slots.has(s.id)
            ? `[  ] ${dayWords(Math.floor(slots.get(s.id)!.begin / 24)).slice(5)}`
            : '[  ]',
        s.name,
        s.minutes.toFixed(0),
        [
          s.after
            .map((b) => steps.find((o) => o.id === b.id)?.name ?? b.id)
            .slice(0, 4)
            .join('; '),
          ...s.cautions.map((c) => `Caution: ${c}`),
        ]
          .filter((w) => w !== '')
          .join('. '),
      ]),
    );
  }

  flow.chapter('Materials and money');
  const bill = billOf(document, assembly);
  flow.table(
    [
      { head: 'what', share: 4 },
      { head: 'how much', share: 1.3, figures: true },
      { head: '', share: 1 },
      { head: 'price', share: 1, figures: true },
      { head: 'from', share: 2.5 },
    ],
    bill.rows.map((r) => [
      r.name,
      r.unit === 'mm' ? (unit === 'mm' ? `${(r.count / 1000).toFixed(2)} m` : `${r.count} mm`) : `${r.count} ${r.unit}`,
      r.is.state,
      `${r.guess ? '~' : ''}${money(r.price)}`,
      r.is.from ?? '',
    ]),
  );
  flow.paragraph(
    `Spent ${money(bill.spent)}, to buy ${money(bill.toBuy)}, sold ${money(bill.sold)}${build.budget === undefined ? '' : `, of a budget of ${money(build.budget)}`}. ~ is a usual price that nobody typed.`,
  );

  flow.chapter('Proof');
  const report = proofReport(document, assembly);
  flow.title('Targets');
  flow.table(
    [
      { head: 'target', share: 3 },
      { head: 'limit', share: 1.3, figures: true },
      { head: 'measured', share: 1.3, figures: true },
      { head: '', share: 1.3 },
      { head: 'evidence', share: 4 },
    ],
    acceptanceOf(document).map((a) => [
      a.label,
      `${a.target.limit} ${a.unit}`,
      a.value === undefined ? '' : `${a.value.toFixed(1)} ${a.unit}`,
      a.state,
      `${a.words}${a.simulated ? ' (simulated: no evidence of a real machine)' : ''}`,
    ]),
  );
  for (const run of Object.values(proof.runs)) {
    flow.title(`${run.name}, ${run.on}${run.simulated ? ' (simulated)' : ''}`);
    flow.paragraph(
      `Lid ${run.lid}, ${run.state}, room ${run.ambient.toFixed(1)} °C, ${Math.round(run.seconds / 60)} min under load${run.watts === undefined ? '' : `, ${run.watts.toFixed(0)} W at the wall`}.`,
      true,
    );
    flow.table(
      [
        { head: 'part', share: 3 },
        { head: '°C', share: 1, figures: true },
        { head: 'over the room', share: 1.4, figures: true },
        { head: 'stands', share: 1, figures: true },
        { head: '', share: 2.5 },
      ],
      Object.entries(run.parts).map(([id, p]) => [
        kit.parts[id]?.name ?? id,
        p.temperature.toFixed(1),
        (p.temperature - run.ambient).toFixed(1),
        report.limits[id]?.toFixed(0) ?? '',
        [p.steady ? 'level' : 'not level', p.throttled ? `held back ${(100 * p.throttled).toFixed(0)} %` : '']
          .filter((w) => w !== '')
          .join(', '),
      ]),
    );
  }
  for (const group of CHECK_GROUPS) {
    const of = report.checks.filter((c) => c.group === group);
    if (of.length === 0) continue;
    flow.title(group[0]!.toUpperCase() + group.slice(1));
    flow.table(
      [
        { head: '', share: 1.2 },
        { head: 'check', share: 3 },
        { head: 'has to be', share: 1.7, figures: true },
        { head: 'was', share: 1.2, figures: true },
        { head: 'how', share: 4.5 },
      ],
      of.map((c) => [
        c.state === 'open' ? '[  ]' : `${c.state}${c.seen?.simulated ? ', sim.' : ''}`,
        c.name,
        c.expect ? expectWords(c.expect) : '',
        c.seen?.value === undefined ? '' : `${c.seen.value} ${c.expect?.unit ?? ''}`,
        c.how,
      ]),
    );
  }
  flow.paragraph(
    proof.signed
      ? `Signed off by ${proof.signed.by} on ${proof.signed.on}${report.signedBefore ? ', before the plan was changed' : ''}. ${proof.signed.words}`
      : 'Not signed off.',
  );

  flow.chapter('Log');
  const entries = Object.values(build.log).sort((a, b) => (a.on < b.on ? -1 : 1));
  if (entries.length === 0) flow.paragraph('Nothing was written down.');
  for (const entry of entries) {
    flow.paragraph(
      `${entry.on}, ${entry.kind}${entry.minutes ? `, ${entry.minutes} min lost` : ''}${entry.cost ? `, ${money(entry.cost)} lost` : ''}: ${entry.text}`,
    );
    if (!entry.photo) continue;
    const bytes = photos[entry.photo.content];
    if (!bytes) {
      flow.paragraph('(its photo is not at hand here)', true);
      continue;
    }
    try {
      // The library reads from the begin of the buffer: bytes of their own.
      const own = Uint8Array.from(bytes);
      flow.picture(own[0] === 0xff ? await flow.pdf.embedJpg(own) : await flow.pdf.embedPng(own), 90, 80);
    } catch {
      flow.paragraph('(its photo can’t be read)', true);
    }
  }
  const lessons = entries.filter((e) => e.kind === 'lesson');
  if (lessons.length > 0) {
    flow.title('For the next one');
    for (const { text } of lessons) flow.paragraph(`[  ] ${text}`);
  }

  flow.chapter('Cut sheets, 1:1');
  let sheets: Uint8Array | undefined;
  try {
    sheets = await sheetsPdf(document, fonts, undefined, 'full', false, unit);
    flow.paragraph(
      'They follow at true size. Print without “fit to page”, and hold a rule to the printed 100 mm before anything is marked.',
    );
  } catch (error) {
    flow.paragraph(`No sheets: ${(error as Error).message}`);
  }
  flow.number(document.name);
  if (sheets) {
    const source = await PDFDocument.load(sheets);
    for (const page of await flow.pdf.copyPages(source, source.getPageIndices())) flow.pdf.addPage(page);
  }
  const PT = 72 / 25.4;
  flow.contents.forEach(({ title, page }, i) => {
    const y = (paper.height - 90 - i * 8) * PT;
    first.drawText(title, { x: 20 * PT, y, size: 12, font: flow.text });
    first.drawText(String(page), { x: 150 * PT, y, size: 12, font: flow.figures });
  });
  return flow.pdf.save();
}
