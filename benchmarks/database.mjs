// The database a measurement has to itself.
import { execFileSync } from "node:child_process";

const settings = Object.fromEntries(process.env.REGATTA_DATABASE.split(";").map((part) => part.split("=")));

export const sql = (text) =>
  execFileSync("psql", ["-qAtX", "-v", "ON_ERROR_STOP=1", "-h", settings.Host, "-p", settings.Port, "-U", settings.Username, "-d", settings.Database, "-c", text], {
    env: { ...process.env, PGPASSWORD: settings.Password },
    encoding: "utf8",
  }).trim();
