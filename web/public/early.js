// Runs before the interface is there, and asks for what its first view waits for: the plan that the address names, and
// the process in which the browser draws in space, which takes its time to start.
(() => {
  const [, id] = /^\/c\/([\w-]+)/.exec(location.pathname) ?? [];
  if (!id) return;
  const answer = fetch(`/api/conversions/${id}`);
  answer.catch(() => undefined);
  globalThis.early = { path: `/conversions/${id}`, answer };
  try {
    new Worker('/warm.js').onmessage = ({ target }) => target.terminate();
  } catch {
    // Then it starts when it is first drawn with.
  }
})();
