import type { IEntity } from 'dxf-parser';

/** A group of a DXF: what kind of value, and the value. */
interface Group {
  code: number;
  value: number | string | boolean;
}

/** What is used of the parser's scanner. */
interface Scanner {
  next(): Group;
  isEOF(): boolean;
}

/** A polyline as it is read: corners with the arcs that follow them. */
interface Polyline extends Record<string, unknown> {
  type: string;
  vertices: Record<string, number>[];
  shape: boolean;
}

const OF_VERTEX: Readonly<Record<number, string>> = { 20: 'y', 30: 'z', 40: 'startWidth', 41: 'endWidth', 42: 'bulge' };

/**
 * Reads light polylines in place of the parser's own reader, which believes the count of corners that the file gives
 * (one of 1e9 never ends) and leaves the polyline at the first group it does not know, such as the id of a corner (91).
 */
export class LightPolyline {
  ForEntityName = 'LWPOLYLINE' as const;

  /** Groups up to the next entity (code 0), each once: the end of the file ends it. */
  parseEntity(scanner: Scanner, first: Group): IEntity {
    const entity: Polyline = { type: String(first.value), vertices: [], shape: false };
    let group = scanner.next();
    while (group.code !== 0) {
      const { code, value } = group;
      if (code === 10) entity.vertices.push({ x: Number(value) });
      else if (OF_VERTEX[code] && entity.vertices.length > 0) entity.vertices.at(-1)![OF_VERTEX[code]!] = Number(value);
      else if (code === 70) entity.shape = (Number(value) & 1) === 1;
      else if (code === 8) entity.layer = value;
      if (scanner.isEOF()) break;
      group = scanner.next();
    }
    return entity as unknown as IEntity;
  }
}
