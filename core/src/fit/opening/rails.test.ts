import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble, plugEnd } from '../../assembly';
import { applyChange, readConversion, type Conversion } from '../../document';
import { assessFit } from '../assess';
import { linksOf } from '../links';
import { followsOf } from '../reach/follow';
import { reachFindings, routesOf } from '../reach';
import { drawerLoad, pointAt } from '.';
import { openingOf, type Motion } from './motion';

const cabinet = readConversion(readFileSync(new URL('../../../../demo/map-cabinet.json', import.meta.url), 'utf8'));

const rated = (rating: number): Conversion => {
  const body = cabinet.shell.bodies['drawer-1']!;
  const motion = { ...body.motion, rating } as typeof body.motion;
  return applyChange(cabinet, { type: 'setBody', id: 'drawer-1', body: { ...body, motion } }).document;
};

describe('the rails of a drawer', () => {
  it('carry its parts and its boards', () => {
    const assembly = assemble(cabinet);
    const parts = Object.entries(cabinet.layout.placements)
      .filter(([, p]) => p.on === 'drawer-1')
      .reduce((sum, [id]) => sum + cabinet.kit.parts[id]!.mass, 0);
    const load = drawerLoad(cabinet, assembly, 'drawer-1');
    expect(load).toBeGreaterThan(parts / 1000);
    expect(load).toBeLessThan(parts / 1000 + 10);
  });
  it('stop under what they are rated for, warn up to twice, and say nothing beyond', () => {
    const load = drawerLoad(cabinet, assemble(cabinet), 'drawer-1');
    const verdict = (kg: number) => assessFit(rated(kg)).findings.find((f) => f.id === 'fit/rails/drawer-1')?.verdict;
    expect(verdict(load * 0.99)).toBe('stop');
    expect(verdict(load * 1.5)).toBe('warn');
    expect(verdict(load * 2.01)).toBeUndefined();
  });
});

it('a cable too short for the whole drawer is plugged half shut: up to where it reaches, and no further', () => {
  const assembly = assemble(cabinet);
  const link = linksOf(cabinet, assembly).find((l) => (followsOf(cabinet, assembly, l)?.bodies.length ?? 0) === 1)!;
  const whole = followsOf(cabinet, assembly, link)!;
  const body = whole.bodies[0]!;
  const own = whole.needed - 60;
  const document = applyChange(cabinet, { type: 'setCable', id: link.id, cable: { length: own } }).document;
  const upTo = followsOf(document, assembly, { ...link, own })!.upTo!;
  expect(upTo.body).toBe(body);
  // Between the plugs, the one that slides moved by its share of the way.
  const opening = openingOf(document, assembly.hull, document.shell.bodies[body]!) as { motion: Motion };
  const rides = (part: string) => document.layout.placements[part]!.on === body;
  const apart = (share: number) => {
    const [a, b] = [link.from, link.to].map((c) =>
      rides(c.part) ? pointAt(opening.motion, plugEnd(c), share) : plugEnd(c),
    );
    return Math.hypot(...a!.map((v, i) => v - b![i]!)) + (whole.needed - whole.far);
  };
  expect(apart(upTo.share)).toBeLessThanOrEqual(own + 0.5);
  expect(apart(Math.min(1, upTo.share + 0.02))).toBeGreaterThan(own - 0.5);
  const said = reachFindings(document, routesOf(document, assembly)).find((f) => f.id === `fit/reach/${link.id}`);
  expect(said?.sentence).toContain('half shut');
});
