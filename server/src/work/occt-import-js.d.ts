declare module 'occt-import-js' {
  interface OcctMesh {
    attributes: { position: { array: number[] } };
    index: { array: number[] };
  }
  interface Occt {
    ReadStepFile(bytes: Uint8Array, options: object): { success: boolean; meshes?: OcctMesh[] };
  }
  export default function occt(): Promise<Occt>;
}
