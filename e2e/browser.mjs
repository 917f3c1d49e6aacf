/** Debian's Chromium, drawing WebGL in software, without its calls home. */
export const CHROMIUM = {
  executablePath: process.env['FLEXUM_CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--use-gl=angle',
    '--use-angle=gl-egl',
    '--ignore-gpu-blocklist',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    '--font-render-hinting=none',
  ],
}
