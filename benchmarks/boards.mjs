// 200 open boards for ten minutes: memory and processor time of the app, minute by minute.
//   ./bench boards [boards] [minutes]
// Each board waits on the stream and asks for itself when told, as a browser does. Reports the app's resident memory as a
// ratio to the first minute's, and its processor seconds as a ratio to the seconds gone by.
import { readFileSync } from "node:fs";

const base = process.env.BASE_URL ?? "http://127.0.0.1:8080";
const [boards, minutes] = [Number(process.argv[2] ?? 200), Number(process.argv[3] ?? 10)];
const pid = process.env.APP_PID;
const status = () => ({
  rss: Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024,
  cpu: readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1].split(" ").slice(11, 13).map(Number).reduce((a, b) => a + b) / 100,
});

const signInPage = await fetch(`${base}/sign-in`);
const cookies = signInPage.headers.getSetCookie().map((one) => one.split(";")[0]);
const token = /name="__RequestVerificationToken" type="hidden" value="([^"]+)"/.exec(await signInPage.text())[1];
const entered = await fetch(`${base}/sign-in?handler=Demo`, {
  method: "POST", redirect: "manual", headers: { cookie: cookies.join("; ") }, body: new URLSearchParams({ name: "priya", __RequestVerificationToken: token }),
});
const cookie = [...cookies, ...entered.headers.getSetCookie().map((one) => one.split(";")[0])].join("; ");

let looks = 0;
const stop = new AbortController();
const watch = async () => {
  const stream = await fetch(`${base}/wenlow/today/stream`, { headers: { cookie }, signal: stop.signal });
  const decoder = new TextDecoder();
  for await (const piece of stream.body) {
    if (!decoder.decode(piece).includes("event: wind")) continue;
    await (await fetch(`${base}/wenlow/today`, { headers: { cookie, "HX-Request": "true" }, signal: stop.signal })).arrayBuffer();
    looks += 1;
  }
};
const open = Array.from({ length: boards }, () => watch().catch(() => {}));
const rows = [];
let before = status();
for (let minute = 1; minute <= minutes; minute += 1) {
  const seen = looks;
  await new Promise((resolve) => setTimeout(resolve, 60_000));
  const now = status();
  rows.push({ minute, "memory, ratio": (now.rss / (rows[0]?.rss ?? now.rss)).toFixed(2), rss: now.rss, "processor, ratio": ((now.cpu - before.cpu) / 60).toFixed(2), looks: looks - seen });
  before = now;
}
stop.abort();
await Promise.all(open);
console.table(rows.map(({ rss, ...row }) => ({ ...row, "MiB": Math.round(rss) })));
console.log(`boards: ${rows.at(-1)?.["memory, ratio"]}`);
