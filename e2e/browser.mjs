/** Debian's Chromium, drawing WebGL in software, without its calls home. */
export const CHROMIUM = {
  executablePath: process.env['FLEXUM_CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--use-gl=angle',
    '--use-angle=gl-egl',
    '--ignore-gpu-blocklist',
    // Without a graphics card, the page is put together faster by itself than by drawn triangles.
    '--disable-gpu-compositing',
    '--disable-background-networking',
    '--disable-component-update',
    // The window's own panels are pages too; nobody sees them. The others as Playwright has them: the last list counts.
    `--disable-features=${[
      'PreloadTopChromeWebUI',
      'PreloadTopChromeWebUILessNavigations',
      'InitialWebUI',
      'WebUIToolbar',
      'WebUIOmniboxPopup',
      'WebUIOmniboxAimPopup',
      'WebUIOmniboxFullPopup',
      'DestroyProfileOnBrowserClose',
      'HttpsUpgrades',
      'MediaRouter',
      'OptimizationHints',
      'PaintHolding',
      'ThirdPartyStoragePartitioning',
    ].join()}`,
    '--disable-sync',
    '--no-first-run',
    '--font-render-hinting=none',
  ],
}
