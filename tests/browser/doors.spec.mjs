// Accounts from beginning to end: a club founded, people invited by mail, passkey and second factor, lost and recovered, suspended,
// removed. Passkeys are of a name, so everything here goes by localhost.
import { createHmac } from "node:crypto";
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

test.describe.configure({ mode: "serial" });
test.use({ baseURL: process.env.BASE_URL?.replace("127.0.0.1", "localhost") });

const phone = { width: 360, height: 740 };
const kims = "tulip gravel spoon harrow";
const idas = "violet anchor biscuit lane";
const stamp = Date.now();
const club = `Ebb Creek ${stamp}`;
const idasName = `ida${stamp}`;
let path;
let kimsState;

/** The code an authenticator shows (RFC 6238). */
const codeOf = (key, ahead = 0) => {
  const bits = [...key.toUpperCase()].map((letter) => "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(letter).toString(2).padStart(5, "0")).join("");
  const bytes = Buffer.from(bits.match(/.{8}/g).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigInt64BE(BigInt(Math.floor(Date.now() / 30_000) + ahead));
  const hash = createHmac("sha1", bytes).update(counter).digest();
  return String((hash.readInt32BE(hash[19] & 15) & 0x7fffffff) % 1_000_000).padStart(6, "0");
};

const password = async (page, name, word) => {
  await page.goto("/sign-in");
  await page.locator("#name").fill(name);
  await page.locator("#password").fill(word);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
};

const signOut = async (page) => {
  await page.goto("/me");
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.waitForURL(/sign-in/);
};

/** A device of the browser's own that makes passkeys and shows them. */
const withAuthenticator = async (page) => {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send("WebAuthn.enable");
  await devtools.send("WebAuthn.addVirtualAuthenticator", {
    options: { protocol: "ctap2", transport: "internal", hasResidentKey: true, hasUserVerification: true, isUserVerified: true, automaticPresenceSimulation: true },
  });
};

test("a club is founded by invitation, and its coordinator comes in by a passkey", async ({ page, browser, baseURL }) => {
  await signIn(page, "odalys", "/wenlow/people");
  await expect(page.locator(".demo-mark")).toHaveText("demo");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Invite a club" }).click();
  const address = new URL(await page.locator(".thanks code").textContent());

  const context = await browser.newContext({ baseURL });
  const kim = await context.newPage();
  await withAuthenticator(kim);
  await kim.goto(address.pathname + address.search);
  await kim.locator("#clubName").fill(club);
  await kim.locator("#name").fill("Kim Alder");
  await kim.locator("#signin").fill(`kim${stamp}`);
  await kim.locator("#password").fill("ebbcreek99");
  await kim.getByRole("button", { name: "Found the club" }).click();
  await expect(kim.locator("#password-problem")).toContainText("guessed soon");
  await expect(kim.locator("#name")).toHaveValue("Kim Alder");
  await kim.locator("#password").fill(kims);
  await kim.getByRole("button", { name: "Found the club" }).click();
  await expect(kim.locator(".club")).toContainText(club);
  path = new URL(kim.url()).pathname;

  await kim.goto("/me/security");
  await expectAccessible(kim);
  await kim.locator("#name").fill("My laptop");
  await kim.getByRole("button", { name: "Add a passkey" }).click();
  await expect(kim.getByRole("status")).toContainText("The passkey My laptop opens this account now.");
  await signOut(kim);
  await kim.getByRole("button", { name: "Sign in with a passkey" }).click();
  await expect(kim.locator(".club")).toContainText(club);

  await kim.goto(`${path}/people`);
  await kim.getByRole("button", { name: "Ask coordinators for a passkey" }).click();
  await expect(kim.getByText("must have a passkey or a second factor")).toBeVisible();
  await kim.goto(`${path}/new-class`);
  await kim.locator("input[value=sloop-dinghy]").check();
  await kim.locator("#name").fill("Skiff");
  await kim.getByRole("button", { name: "Make the class" }).click();
  kimsState = await context.storageState();
  await context.close();
});

let idasState;

test("somebody is invited by mail and joins on a phone, with a second factor that is lost and recovered", async ({ browser, baseURL }) => {
  const desk = await browser.newContext({ baseURL, storageState: kimsState });
  const kim = await desk.newPage();
  await kim.goto(`${path}/people`);
  await kim.locator("#name").fill("Ida Marsh");
  await kim.locator("#email").fill("ida@club");
  await kim.locator("#as").selectOption({ label: "captain of Skiff" });
  await kim.getByRole("button", { name: "Invite", exact: true }).click();
  await expect(kim.locator("#email-problem")).toContainText("such as name@club.example");
  await expect(kim.locator("#name")).toHaveValue("Ida Marsh");
  await kim.locator("#email").fill("ida@club.example");
  await kim.getByRole("button", { name: "Invite", exact: true }).click();
  await expect(kim.getByRole("status")).toContainText("Ida Marsh is invited");
  await expectAccessible(kim);
  await kim.getByRole("link", { name: "Letters" }).click();
  await expectAccessible(kim);
  const letter = await kim.locator(".letter pre").first().textContent();
  const link = new URL(letter.match(/http\S+invitation\S+/)[0]);

  const pocket = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const ida = await pocket.newPage();
  await ida.goto(link.pathname + link.search);
  await expect(ida.getByRole("heading", { level: 1 })).toContainText(`Kim Alder invites you to ${club}`);
  await expectNoSidewaysScroll(ida);
  await expectAccessible(ida);
  await ida.locator("#signin").fill(idasName);
  await ida.locator("#password").fill(idas);
  await ida.getByRole("button", { name: "Show it" }).click();
  await expect(ida.locator("#password")).toHaveAttribute("type", "text");
  await ida.getByRole("button", { name: "Show it" }).click();
  await expect(ida.locator("#password")).toHaveAttribute("type", "password");
  await ida.getByRole("button", { name: "Open the account and join" }).tap();
  // What she sails is asked once, and stands first from then on.
  await expect(ida.getByRole("heading", { level: 1 })).toContainText("What do you sail?");
  await expectAccessible(ida);
  await expectNoSidewaysScroll(ida);
  await ida.getByText("Skiff", { exact: true }).tap();
  await ida.getByRole("button", { name: "Save" }).tap();
  await expect(ida.locator(".own").getByRole("link", { name: "Skiff" })).toBeVisible();
  await kim.goto(link.pathname + link.search);
  await expect(kim.getByRole("heading", { level: 1 })).toContainText("has expired");
  await desk.close();

  await ida.goto("/me/second-factor");
  await expectNoSidewaysScroll(ida);
  await expectAccessible(ida);
  const key = (await ida.locator(".factor-key").textContent()).replaceAll(" ", "");
  await ida.locator("#code").fill(codeOf(key));
  await ida.getByRole("button", { name: "Turn it on" }).tap();
  await expect(ida.getByText("The second factor is on.")).toBeVisible();
  const codes = await ida.locator(".recovery-codes code").allTextContents();
  expect(codes).toHaveLength(10);
  await expectAccessible(ida);

  await signOut(ida);
  await password(ida, idasName, idas);
  await expect(ida.getByRole("heading", { level: 1 })).toContainText("The code of your device");
  await expectAccessible(ida);
  await ida.locator("#code").fill(codeOf(key, 1));
  await ida.getByRole("button", { name: "Sign in", exact: true }).tap();
  await expect(ida.locator(".club")).toContainText(club);

  // The phone is lost.
  await signOut(ida);
  await password(ida, idasName, idas);
  await ida.getByText("Lost the device?").tap();
  await ida.locator("#recovery").fill(codes[0]);
  await ida.getByRole("button", { name: "Sign in with a recovery code" }).tap();
  await expect(ida.locator(".club")).toContainText(club);
  await ida.goto("/me/security");
  await expect(ida.getByText("9 recovery codes are left")).toBeVisible();
  await expectNoSidewaysScroll(ida);
  idasState = await pocket.storageState();
  await pocket.close();
});

test("a member is suspended, let in again and removed, and what they made stays without a name", async ({ browser, baseURL }) => {
  const [desk, pocket] = await Promise.all([
    browser.newContext({ baseURL, storageState: kimsState }),
    browser.newContext({ baseURL, storageState: idasState, viewport: phone }),
  ]);
  const [kim, ida] = [await desk.newPage(), await pocket.newPage()];
  await ida.goto(`${path}/classes/skiff/settings`);
  await ida.locator("#about").fill("A boat for two, by Ida.");
  await ida.getByRole("button", { name: "Save" }).click();

  await kim.goto(`${path}/people`);
  await kim.getByRole("link", { name: "Ida Marsh" }).click();
  await expectAccessible(kim);
  await kim.getByRole("button", { name: "Suspend" }).click();
  await expect(kim.getByRole("status")).toContainText("suspended");
  await ida.goto(path);
  await expect(ida.getByRole("heading", { level: 1 })).toContainText(/Nothing is here|Sign in/);
  await expect(async () => {
    await ida.goto("/me");
    await expect(ida).toHaveURL(/sign-in/, { timeout: 100 });
  }).toPass({ timeout: 60_000 });

  await kim.getByRole("button", { name: "Reinstate" }).click();
  await kim.getByRole("button", { name: "Remove Ida Marsh" }).click();
  await expect(kim).toHaveURL(/people$/);
  await expect(kim.locator(".people")).not.toContainText("Ida");
  await kim.goto(`${path}/classes/skiff/history`);
  await expect(kim.locator("main")).toContainText("somebody who left");
  await kim.goto(`${path}/audit`);
  await expect(kim.locator(".audit")).toContainText("Remove a member");
  await expectAccessible(kim);
  await kim.setViewportSize(phone);
  await expectNoSidewaysScroll(kim);
  await expectAccessible(kim);
  await kim.goto("/me/data");
  await expectNoSidewaysScroll(kim);
  await expectAccessible(kim);
  await desk.close();
  await pocket.close();
});

test("a button keeps its face under the keyboard's focus and under a press, in every theme", async ({ page, context }) => {
  await signIn(page, "odalys", "/wenlow/classes/quillet/controls");
  const face = (button) => button.evaluate((element) => {
    const { backgroundColor, borderTopColor, borderTopWidth, color, outlineStyle, outlineWidth, outlineColor } = getComputedStyle(element);
    return { backgroundColor, borderTopColor, borderTopWidth, color, outlineStyle, outlineWidth: parseFloat(outlineWidth), outlineColor };
  });
  const unseen = (paint) => paint === "transparent" || paint === "rgba(0, 0, 0, 0)";
  for (const theme of ["paper", "sunlight", "dark"]) {
    await context.addCookies([{ name: "theme", value: theme, url: page.url() }]);
    for (const [path, kind] of [["/wenlow/classes/quillet/plans", ".btn-act"], ["/wenlow/classes/quillet/plans", ".btn-quiet"], ["/me", ".btn-danger"]]) {
      await page.goto(path);
      const button = page.locator(`main ${kind}`).first();
      if ((await button.count()) === 0) continue;
      await button.scrollIntoViewIfNeeded();
      const rest = await face(button);
      await page.keyboard.press("Tab");
      await button.focus();
      const focused = await face(button);
      expect(focused.outlineStyle, `${theme} ${kind}`).toBe("solid");
      expect(focused.outlineWidth, `${theme} ${kind}`).toBeGreaterThanOrEqual(2);
      expect(focused.borderTopWidth, `${theme} ${kind}`).toBe(rest.borderTopWidth);
      expect(unseen(focused.borderTopColor), `${theme} ${kind} border under focus`).toBe(false);
      expect(focused.color, `${theme} ${kind}`).not.toBe(focused.backgroundColor);
      if (!unseen(rest.backgroundColor)) expect(unseen(focused.backgroundColor), `${theme} ${kind} ground under focus`).toBe(false);
      await button.hover();
      await page.mouse.down();
      const pressed = await face(button);
      expect(unseen(pressed.borderTopColor), `${theme} ${kind} border under a press`).toBe(false);
      if (!unseen(rest.backgroundColor)) expect(unseen(pressed.backgroundColor), `${theme} ${kind} ground under a press`).toBe(false);
      // Let go elsewhere: nothing is sent.
      await page.mouse.move(1, 1);
      await page.mouse.up();
    }
  }
});
