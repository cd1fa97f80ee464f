import type { Assembly } from '../assembly';
import type { Conversion, TargetFigures } from '../document';
import { recent, type Assessed } from '../station';
import { powerFindings } from './findings';
import { powerReport, type PowerReport } from './report';

const assessed = recent(
  ([{ power, kit, layout, shell, cut, brief }, assembly]: [Conversion, Assembly]) => [
    power,
    kit.parts,
    layout,
    shell,
    cut,
    brief.policy,
    assembly,
  ],
  ([document, assembly]) => assess(document, assembly),
);

/** How the machine is fed, at once: wires come after their ways are known. Kept for Proof, which asks too. Pure. */
export const assessPower = (document: Conversion, assembly: Assembly): Assessed<PowerReport> =>
  assessed([document, assembly]);

function assess(document: Conversion, assembly: Assembly): Assessed<PowerReport> {
  const report = powerReport(document, assembly);
  const any = report.budget.parts.length > 0;
  const figures: TargetFigures = any ? { 'wall-watts': report.wall.typical } : {};
  const most = Math.max(report.budget.loads.peak.total, report.budget.loads.start.total);
  return {
    report,
    findings: powerFindings(document, assembly, report),
    rest: any
      ? report.rating === undefined
        ? `${most.toFixed(0)} W`
        : `${most.toFixed(0)} / ${report.rating.toFixed(0)} W`
      : 'nothing draws yet',
    figures,
  };
}
