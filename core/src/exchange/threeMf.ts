import { strToU8, zipSync } from 'fflate';
import type { Mesh } from '../solid';
import { xmlText } from './xmlText';

/** A mesh as a 3MF in mm. 3MF Core Specification 1.3, from memory. */
export function writeThreeMf({ positions: p, triangles: t }: Mesh, title: string): Uint8Array {
  const n = (v: number) => String(Math.round(v * 1e5) / 1e5);
  const vertices: string[] = [];
  for (let i = 0; i < p.length; i += 3)
    vertices.push(`<vertex x="${n(p[i]!)}" y="${n(p[i + 1]!)}" z="${n(p[i + 2]!)}"/>`);
  const triangles: string[] = [];
  for (let i = 0; i < t.length; i += 3) triangles.push(`<triangle v1="${t[i]}" v2="${t[i + 1]}" v3="${t[i + 2]}"/>`);
  const model = `<?xml version="1.0" encoding="UTF-8"?>
<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><metadata name="Title">${xmlText(title)}</metadata><resources><object id="1" type="model"><mesh><vertices>${vertices.join('')}</vertices><triangles>${triangles.join('')}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;
  const types = `<?xml version="1.0" encoding="UTF-8"?>
<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>`;
  const relations = `<?xml version="1.0" encoding="UTF-8"?>
<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>`;
  return zipSync({
    '[Content_Types].xml': strToU8(types),
    '_rels/.rels': strToU8(relations),
    '3D/3dmodel.model': strToU8(model),
  });
}
