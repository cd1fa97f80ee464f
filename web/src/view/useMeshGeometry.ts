import { useEffect, useState } from 'react';
import { BufferAttribute, BufferGeometry } from 'three';

const known = new Map<string, Promise<BufferGeometry>>();

async function load(content: string): Promise<BufferGeometry> {
  const response = await fetch(`/api/attachments/${content}`);
  if (!response.ok) throw new Error(`The solid ${content.slice(0, 8)} is not on this server.`);
  // The readers are only needed where there is an imported solid.
  const { readSolid } = await import('@young-shell/core/exchange');
  const { mesh } = readSolid(new Uint8Array(await response.arrayBuffer()), 'solid.stl');
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(mesh.positions), 3));
  geometry.computeVertexNormals();
  return geometry;
}

/** The stored mesh of an imported solid, loaded once; undefined until it is there, or where it is not. */
export function useMeshGeometry(content: string | undefined): BufferGeometry | undefined {
  const [geometry, setGeometry] = useState<BufferGeometry>();
  useEffect(() => {
    setGeometry(undefined);
    if (!content) return;
    let alive = true;
    const loading = known.get(content) ?? load(content);
    known.set(content, loading);
    loading.then(
      (loaded) => alive && setGeometry(loaded),
      () => known.delete(content),
    );
    return () => {
      alive = false;
    };
  }, [content]);
  return geometry;
}
