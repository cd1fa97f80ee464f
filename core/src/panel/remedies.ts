import { assemble } from '../assembly';
import { applyChange, validationIssuesAfter, type Change, type Conversion, type PanelControl } from '../document';
import { RANK, type Finding, type Remedy } from '../findings';
import { assessPanel } from './assess';
import { startRemedies } from './startRemedies';
import { panelReport } from './report';

/** Changes that would help against a finding of this station; each is made on a copy and assessed again. */
export function panelRemedies(document: Conversion, finding: Finding): Remedy[] {
  const before = assessPanel(document, assemble(document)).findings;
  const stops = (findings: readonly Finding[]) =>
    new Set(findings.filter((f) => f.verdict === 'stop').map((f) => f.id));
  const known = stops(before);
  return candidates(document, finding)
    .filter(({ change }) => {
      try {
        const { document: next, operations } = applyChange(document, change);
        if (validationIssuesAfter(next, operations).length > 0) return false;
        const after = assessPanel(next, assemble(next)).findings;
        const then = after.find((f) => f.id === finding.id);
        const milder = !then || RANK[then.verdict] > RANK[finding.verdict];
        return milder && [...stops(after)].every((id) => known.has(id));
      } catch {
        return false;
      }
    })
    .slice(0, 6);
}

function candidates(document: Conversion, finding: Finding): Remedy[] {
  const [, what, id = '', terminal = ''] = finding.id.split('/');
  if (what === 'start') return startRemedies(document, id);
  const { panel } = document;
  const control = panel.controls[id];
  if (!control) return [];
  const set = (patch: Partial<PanelControl>): Change => ({ type: 'setControl', id, control: { ...control, ...patch } });
  switch (what) {
    case 'way': {
      const { matched } = panelReport(document, assemble(document));
      const one = matched.controls.find((c) => c.id === id);
      return (one?.ways ?? [])
        .filter((w) => w.id !== one?.way?.id && w.verdict !== 'stop')
        .map((w) => ({
          id: `way-${w.id}`,
          label: w.label,
          price: w.cost > 0 ? `about ${(w.cost / 100).toFixed(1)}` : 'nothing to buy',
          change: set({ way: w.id }),
        }));
    }
    case 'mains':
      return [
        {
          id: 'traced',
          label: 'It is traced: no mains is left on it',
          price: 'a meter, every wire out',
          change: set({ traced: true }),
        },
      ];
    case 'no-pin':
    case 'two-on-one':
    case 'volts':
    case 'signal':
    case 'unknown': {
      const { matched } = panelReport(document, assemble(document));
      const one = matched.controls.find((c) => c.id === id);
      const name = Object.keys(control.pins ?? {}).find((t) => t.replaceAll(' ', '-') === terminal);
      const remedies: Remedy[] = [];
      if (name !== undefined) {
        const { [name]: _pin, ...rest } = control.pins!;
        remedies.push({
          id: 'free',
          label: `Let ${name} find its own pin`,
          price: 'the first free one of its kind',
          change: set({ pins: rest }),
        });
      }
      for (const w of one?.ways ?? [])
        if (w.id !== one?.way?.id && w.verdict !== 'stop')
          remedies.push({
            id: `way-${w.id}`,
            label: w.label,
            price: `about ${(w.cost / 100).toFixed(1)}`,
            change: set({ way: w.id }),
          });
      return remedies;
    }
    case 'turned':
      return [];
    case 'rod-short':
    case 'rod-crushed':
    case 'rod-buckles':
    case 'rod-wanders': {
      const { rod, travel = 0 } = control;
      if (!rod) return [];
      const round = (v: number, by: number) => Math.round(v / by) * by;
      return [
        {
          id: 'lever',
          label: `A lever of ${Math.max(1, Math.floor(travel / (rod.travel + 0.15)))} : 1`,
          price: 'a pivot; the button gets lighter',
          change: set({ rod: { ...rod, kind: 'lever', ratio: Math.max(1, Math.floor(travel / (rod.travel + 0.15))) } }),
        },
        {
          id: 'spring',
          label: 'A spring between rod and switch',
          price: 'takes up what the button moves too far',
          change: set({
            rod: {
              ...rod,
              kind: 'spring',
              rate: Math.max(0.05, round((1.2 * rod.force) / Math.max(0.5, travel - rod.travel), 0.05)),
            },
          }),
        },
        {
          id: 'thicker',
          label: `A rod of ${(rod.diameter * 1.5).toFixed(1)} mm`,
          price: 'a wider guide',
          change: set({ rod: { ...rod, diameter: Math.min(30, round(rod.diameter * 1.5, 0.1)) } }),
        },
        {
          id: 'guide',
          label: `A guide of ${Math.min(500, rod.guide * 3).toFixed(0)} mm`,
          price: 'room beside the button',
          change: set({ rod: { ...rod, guide: Math.min(500, rod.guide * 3) } }),
        },
      ];
    }
    default:
      return [];
  }
}
