/** So long the page may be kept from answering, ms. */
const IN_ONE_GO = 30;

/** Does work in pieces between which the page answers. */
export async function inPieces(work: Generator<void>): Promise<void> {
  let since = performance.now();
  while (!work.next().done) {
    if (performance.now() - since < IN_ONE_GO) continue;
    await new Promise((rested) => setTimeout(rested));
    since = performance.now();
  }
}
