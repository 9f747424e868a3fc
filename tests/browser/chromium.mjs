// Debian's headless Chromium, quiet about the outside world.
export const launchOptions = {
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium-headless-shell",
  args: [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream",
  ],
};

// Who has signed in at which host is signed in there for whoever asks again: one sign-in serves many tests.
const signedIn = new Map();

/** Signs in as one of the demo club's people, and goes where they are sent. */
export async function signIn(page, name, back = "/") {
  const onSignIn = () => new URL(page.url()).pathname.startsWith("/sign-in");
  const known = [...signedIn.entries()].filter(([key]) => key.endsWith(` ${name}`)).flatMap(([, cookies]) => cookies);
  if (known.length > 0) {
    await page.context().addCookies(known);
    await page.goto(back);
    if (!onSignIn()) return;
  }
  await page.goto(`/sign-in?back=${encodeURIComponent(back)}`);
  await page.locator(`button[name=name][value=${name}]`).click();
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  // What else a browser keeps, such as its theme, is that test's own.
  const cookies = (await page.context().cookies()).filter((cookie) => cookie.name !== "theme");
  signedIn.set(`${new URL(page.url()).host} ${name}`, cookies);
}
