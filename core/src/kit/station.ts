import { countOf } from '../quantity';
import { kindOf } from '../parts';
import { assessKit, kitMass } from './assess';
import { station } from '../station';

export const kit = station({
  id: 'kit',
  number: 2,
  label: 'Kit',
  reads: ['kit', 'links.nodes', 'layout.outside'],
  assess: ({ document }) => {
    const parts = Object.values(document.kit.parts);
    return {
      report: null,
      findings: assessKit(document),
      rest: `${countOf(parts.length, 'part')}`,
      figures: { mass: kitMass(document) / 1000, drives: parts.filter((p) => kindOf(p) === 'drive').length },
    };
  },
});
