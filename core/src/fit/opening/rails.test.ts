import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble, plugEnd } from '../../assembly';
import { applyChange, readConversion, type Conversion } from '../../document';
import { sheetOf } from '../../cut';
import { measured } from '../../quantity';
import { assessFit } from '../assess';
import { linksOf } from '../links';
import { followsOf } from '../reach/follow';
import { reachFindings, routesOf } from '../reach';
import { aroundDrawers, drawerLoad, pointAt } from '.';
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
    const verdict = (kg: number) =>
      assessFit(rated(kg), assemble(rated(kg))).findings.find((f) => f.id === 'fit/rails/drawer-1')?.verdict;
    expect(verdict(load * 0.99)).toBe('stop');
    expect(verdict(load * 1.5)).toBe('warn');
    expect(verdict(load * 2.01)).toBeUndefined();
  });
});

describe('what is over and under a drawer that is out', () => {
  const around = (patch: Partial<Extract<Conversion['shell']['bodies'][string]['motion'], { kind: 'slide' }>>) => {
    const body = cabinet.shell.bodies['drawer-1']!;
    const motion = { ...body.motion, ...patch } as typeof body.motion;
    return applyChange(cabinet, { type: 'setBody', id: 'drawer-1', body: { ...body, motion } }).document;
  };
  /** Highest and lowest of what lies in it, by every point of every solid. */
  const ends = (document: Conversion) => {
    const all = assemble(document).parts.flatMap((p) =>
      p.solids.filter((s) => s.rides === 'drawer-1' && s.role !== 'air'),
    );
    return [Math.max(...all.map((s) => s.shape.high[2])), Math.min(...all.map((s) => s.shape.low[2]))] as const;
  };
  it('is measured from the edges of its front, 46 mm from its middle at 66', () => {
    const [high, low] = ends(cabinet);
    const document = around({ above: measured(4), below: measured(0) });
    const [above, below] = aroundDrawers(document, assemble(document));
    expect(above!.left.value).toBeCloseTo(66 + 46 + 4 - high, 6);
    expect(below!.left.value).toBeCloseTo(low - (66 - 46), 6);
  });
  it('stops at what it meets and says nothing where nothing is said to be there', () => {
    const said = (document: Conversion) =>
      assessFit(document, assemble(document)).findings.filter((f) => f.id.startsWith('fit/around/'));
    expect(said(cabinet)).toEqual([]);
    expect(said(around({ above: measured(200), below: measured(200) }))).toEqual([]);
    const tall = structuredClone(around({ above: measured(0) }));
    tall.layout.placements['brick-1']!.z += 112 - ends(cabinet)[0] + 50;
    expect(said(tall)).toMatchObject([{ verdict: 'stop', id: 'fit/around/drawer-1/above' }]);
    expect(said(tall)[0]!.sentence).toContain('what is over it');
  });
  it('a plug that goes down through the floor is cut into it, not stopped by it, and said', () => {
    const document = structuredClone(around({}));
    // A supply with its socket down: an own block whose plug points to the floor.
    const at = { value: 0, uncertainty: 0, tool: 'rule' as const };
    const size = (value: number) => ({ value, uncertainty: 0, tool: 'rule' as const });
    const block = { name: 'box', role: 'body' as const, shape: { kind: 'box' as const }, x: at, y: at, z: at };
    const sizes = { width: size(40), depth: size(30), height: size(20), conducts: null };
    document.kit.parts['hub-1'] = {
      ...document.kit.parts['jack-1']!,
      name: 'Hub',
      standard: 'own',
      dimensions: {},
      own: {
        blocks: {
          'box-1': { ...block, ...sizes, direction: null, plug: 0 },
          'socket-1': {
            ...block,
            ...sizes,
            name: 'socket',
            role: 'connector',
            x: size(10),
            y: size(10),
            z: size(0),
            width: size(12),
            depth: size(8),
            height: size(5),
            direction: 'bottom',
            plug: 12,
          },
        },
        holes: {},
        faces: {},
        power: { idle: 0, typical: 0, peak: 0 },
        source: 'bench',
      },
    };
    document.layout.placements['hub-1'] = {
      x: 430,
      y: 100,
      z: 26.2,
      rear: 'rear',
      top: 'top',
      locked: false,
      on: 'drawer-1',
    };
    const assembly = assemble(document);
    const { findings } = assessFit(document, assembly);
    expect(findings.find((f) => f.id === 'fit/floor/drawer-1')?.sentence).toContain(
      '1 plug goes down through the floor',
    );
    expect(
      findings.filter(
        (f) => f.verdict === 'stop' && f.about.some((a) => a.id === 'hub-1') && f.sentence.includes('floor'),
      ),
    ).toEqual([]);
    const sheet = sheetOf(document, 'drawer-1-floor', assembly)!;
    const floor = assembly.drawers['drawer-1']!.boards[0]!.shape.low;
    const window = sheet.holes.find((h) => h.kind === 'cut')!;
    expect(window).toMatchObject({ size: '12.0 × 8.0' });
    expect([window.u, window.v]).toEqual([430 + 16 - floor[0], 100 + 14 - floor[1]].map((v) => expect.closeTo(v, 6)));
    // Turned to the side, the plug meets no floor and nothing is cut.
    const turned = structuredClone(document);
    turned.kit.parts['hub-1']!.own!.blocks['socket-1']!.direction = 'left';
    expect(assessFit(turned, assemble(turned)).findings.some((f) => f.id === 'fit/floor/drawer-1')).toBe(false);
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
