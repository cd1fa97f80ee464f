import { existsSync } from 'node:fs';

/** What Playwright itself switches off (a second list takes the place of its own), and one more. */
const FEATURES_OFF = [
  'AimEnabled',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
  // The browser's own page for its address bar: loaded with each window, it takes a core for nearly two seconds.
  'WebUIOmniboxAimPopup',
  'WebUIOmniboxPopup',
];

/**
 * How the browser of tests, pictures and benchmarks is started. `plain`: lines in space have steps, which takes half the
 * time to draw; not for what is looked at or measured. @throws Error that says how to install it.
 */
export function chromiumOptions({ plain = false } = {}): { executablePath: string; args: string[] } {
  const executablePath = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(existsSync);
  if (!executablePath) throw new Error('Chromium is not installed: apt-get install chromium.');
  return {
    executablePath,
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      `--disable-features=${FEATURES_OFF.join(',')}`,
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      // Only WebGL goes through the software renderer, as where there is no graphics card: pages painted and put
      // together by it take ten times as long.
      '--disable-gpu-rasterization',
      '--disable-gpu-compositing',
      ...(plain ? ['--webgl-antialiasing-mode=none', '--webgl-msaa-sample-count=0'] : []),
    ],
  };
}
