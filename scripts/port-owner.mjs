// Who listens on a port of this machine: node scripts/port-owner.mjs PORT prints "process 1234 (dotnet Regatta.Web.dll)", or nothing when it is free.
import { readdirSync, readFileSync, readlinkSync } from "node:fs";

const port = Number(process.argv[2]);
const listening = "0A";
const inodes = new Set();
for (const table of ["/proc/net/tcp", "/proc/net/tcp6"]) {
  let lines = [];
  try { lines = readFileSync(table, "utf8").split("\n").slice(1); } catch { /* A machine without it has none of these. */ }
  for (const [, local, , state, , , , , , inode] of lines.map((line) => line.trim().split(/\s+/))) {
    if (state === listening && parseInt(local.split(":")[1], 16) === port) inodes.add(`socket:[${inode}]`);
  }
}

function holder() {
  for (const process of readdirSync("/proc").filter((name) => /^\d+$/.test(name))) {
    try {
      if (readdirSync(`/proc/${process}/fd`).some((fd) => inodes.has(readlinkSync(`/proc/${process}/fd/${fd}`)))) {
        const words = readFileSync(`/proc/${process}/cmdline`, "utf8").split("\0").filter(Boolean).slice(0, 2).map((word) => word.split("/").at(-1));
        return `process ${process} (${words.join(" ")})`;
      }
    } catch { /* It ended meanwhile, or is another user's. */ }
  }
  return "a process of another user";
}

if (inodes.size > 0) console.log(holder());
