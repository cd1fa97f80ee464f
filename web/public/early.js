// Runs before the interface is there, and asks for what its first view waits for: the plan that the address names, and
// the process in which the browser draws in space, which takes its time to start.
(() => {
  const [, id] = /^\/c\/([\w-]+)/.exec(location.pathname) ?? [];
  if (!id) return;
  // Its body is read here as well: the interface then draws the plan at once, and no page that waits for it.
  const answer = fetch(`/api/conversions/${id}`).then(
    async (response) => new Response(await response.text(), { status: response.status }),
  );
  answer.catch(() => undefined);
  globalThis.early = { path: `/conversions/${id}`, answer };
  try {
    new Worker('/warm.js').onmessage = ({ target }) => target.terminate();
  } catch {
    // Then it starts when it is first drawn with.
  }
})();
