// Debian's headless Chromium, quiet about the outside world.
export const launchOptions = {
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium-headless-shell",
  args: [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream",
  ],
};

/** Signs in as one of the demo club's people. */
export async function signIn(page, name, back = "/") {
  await page.goto(`/sign-in?back=${encodeURIComponent(back)}`);
  await page.locator(`button[name=name][value=${name}]`).click();
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
}
