// The database a measurement has to itself.
import { execFile, execFileSync } from "node:child_process";
import { promisify } from "node:util";

const settings = Object.fromEntries(process.env.REGATTA_DATABASE.split(";").map((part) => part.split("=")));

const psql = (text) => ["psql", ["-qAtX", "-v", "ON_ERROR_STOP=1", "-h", settings.Host, "-p", settings.Port, "-U", settings.Username, "-d", settings.Database, "-c", text], {
  env: { ...process.env, PGPASSWORD: settings.Password },
  encoding: "utf8",
}];

export const sql = (text) => execFileSync(...psql(text)).trim();

/** The same while others go on; a server that does not answer within ten seconds is an error. */
export const sqlMeanwhile = async (text) => {
  const [command, args, options] = psql(text);
  return (await promisify(execFile)(command, args, { ...options, timeout: 10_000 })).stdout.trim();
};
