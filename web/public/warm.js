// The first context for drawing in space starts the browser's drawing process; this one is not drawn with.
try {
  new OffscreenCanvas(1, 1).getContext('webgl2')?.clear(0);
} catch {
  // No drawing off the page here.
}
postMessage('warm');
