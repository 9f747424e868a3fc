// What people do while faults come: each asks until it is answered, and keeps in the history what was acknowledged.
import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { sqlMeanwhile } from "./database.mjs";
import { fieldsOf } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";

export const base = `http://127.0.0.1:${process.env.WEB_PORT}`;

/** What was acknowledged, and what should never have been answered. */
export const history = { acknowledged: [], written: [], ended: [], rigged: [], corrected: 0, decided: 0, decidedWrongly: 0, failures: [] };
const { acknowledged, written, ended, rigged, failures } = history;

const minutes = Number(process.argv[2] ?? 10);
const until = performance.now() + minutes * 60_000;
// Nothing is proved of what nobody did: a log and a cell in any run, in a minute or more all of it.
export const idle = () => [acknowledged.length, written.length, ...(minutes < 1 ? [] : [ended.length, history.corrected, rigged.length, history.decided])].includes(0);
// On a slow machine the faults go on, a few minutes at the most, until each was done.
export const running = () => performance.now() < until + (idle() ? 5 * 60_000 : 0);

async function sail(name, at) {
  const visitor = new Visitor(base);
  let token;
  for (let round = 0; running(); round += 1) {
    const key = randomUUID();
    const mark = `${15 + ((round + at) % 12)} in`;
    while (true) {
      try {
        if (!token) {
          await visitor.demo(name);
          token = await visitor.token("/wenlow/classes/quillet/log");
        }
        const body = new URLSearchParams({ logKey: key, boat: "class", version: "1", cardWind: "12 kn", windFrom: "10", windTo: "12", sailedAt: "2026-11-20T12:00", "mark-gooseneck": mark, "mark-daggerboard": "4 cm", helmPort: "3", helmStarboard: "4", steadyFullSpeed: "held", flat: "held", trimmed: "held", rudderCentred: "held", note: key, __RequestVerificationToken: token });
        const answer = await visitor.ask("/wenlow/classes/quillet/log?unit=kn", { method: "POST", body, signal: AbortSignal.timeout(20_000) });
        await answer.arrayBuffer();
        const number = /\/logbook\/(\d+)/.exec(answer.headers.get("location") ?? "")?.[1];
        if (answer.status === 302 && number) {
          const log = { key, mark: parseFloat(mark) * 25.4, note: key };
          acknowledged.push(log);
          if (round % 3 === 0) await correct(visitor, log, number);
          break;
        }
        if (answer.status === 302 || answer.status === 400) token = undefined;
        else if (answer.status !== 503 && answer.status !== 429) failures.push(`a log was answered ${answer.status}`);
      } catch { /* The app is away; the phone tries again. */ }
      if (!running()) return;
      await pause(300);
    }
    await pause(150);
  }
}

// A log is corrected until that is acknowledged; what nobody heard of may be so or as it was, but whole either way.
async function correct(visitor, log, number) {
  const mark = log.mark === 508 ? 21 : 20;
  log.maybe = { note: `${log.key} corrected`, mark: mark * 25.4 };
  for (let tries = 0; tries < 3 && running(); tries += 1) {
    try {
      const page = await visitor.ask(`/wenlow/classes/quillet/log?correct=${number}`, { signal: AbortSignal.timeout(20_000) });
      const html = await page.text();
      if (page.status === 302) return;
      if (page.status !== 200) continue;
      const body = fieldsOf(html, "class=\"log-form");
      for (const [field, value] of Object.entries({ note: log.maybe.note, "mark-gooseneck": `${mark} in` })) body.set(field, value);
      const answer = await visitor.ask("/wenlow/classes/quillet/log", { method: "POST", body, signal: AbortSignal.timeout(20_000) });
      await answer.arrayBuffer();
      if (answer.status === 302 && (answer.headers.get("location") ?? "").includes(`/logbook/${number}`)) {
        Object.assign(log, log.maybe, { maybe: undefined });
        history.corrected += 1;
        return;
      }
      if (answer.status === 500 || answer.status === 422) failures.push(`a correction was answered ${answer.status}`);
    } catch { /* The app is away. */ }
    await pause(300);
  }
}

// A boat is made ready with two marks set otherwise than the card says: the end and both notes are there, or nothing of it.
/** The marks that are set otherwise than the card says. */
export const OTHERWISE = { gooseneck: "15 in", "halyard-point": "58 in" };
async function rig(name) {
  const visitor = new Visitor(base);
  let known = false;
  while (running()) {
    try {
      if (!known) await visitor.demo(name);
      known = true;
      const page = await visitor.ask("/wenlow/classes/quillet/rig-up?wind=12&unit=kn&boat=class", { signal: AbortSignal.timeout(20_000) });
      const html = await page.text();
      known = page.status !== 302;
      if (page.status === 200) {
        const body = fieldsOf(html, "data-keep");
        for (const [, step] of html.matchAll(/name="step-([^"]*)"\s+value="done"/g)) body.set(`step-${step}`, "done");
        for (const [control, reading] of Object.entries(OTHERWISE)) body.set(`said-set-${control}`, reading);
        const send = async (handler) => {
          const answer = await visitor.ask(`/wenlow/classes/quillet/rig-up?wind=12&unit=kn&boat=class${handler}`, { method: "POST", body, signal: AbortSignal.timeout(20_000) });
          await answer.arrayBuffer();
          if (answer.status === 500 || answer.status === 422) failures.push(`a rig-up was answered ${answer.status}`);
          return answer.status === 302 && !(answer.headers.get("location") ?? "").includes("sign-in");
        };
        if ((await send("")) && (await send("&handler=Finish"))) rigged.push(body.get("run"));
      }
    } catch { /* The app is away. */ }
    await pause(300);
  }
}

// Two decide on one proposal at the same moment; then it is put back as it was, by the database's own hand.
const DECIDED = { path: "/wenlow/classes/ferrin-16?cell=4.rake", where: "class_id = (select id from classes where key = 'ferrin-16') and (plan, mode, band, control) = ('full', 'upwind', 4, 'rake')" };
const surely = async (text) => {
  for (let tries = 0; ; tries += 1) {
    try {
      return await sqlMeanwhile(text);
    } catch (problem) {
      if (tries > 240 || /ERROR: {2}(column|syntax|relation|operator)/.test(problem.stderr)) throw problem;
      await pause(250);
    }
  }
};
async function decide() {
  const people = ["at home", "at the club"].map((where) => ({ where, visitor: new Visitor(base), known: false }));
  const MARK = "(content->>'Mark')::float";
  const [from, revision, earlier, content] = (await surely(`select ${MARK}, revision, (select coalesce(max(id), 0) from proposal_decisions), content from cells where ${DECIDED.where}`)).split("|");
  for (let round = 0; running(); round += 1) {
    const told = await Promise.all(people.map(async (person, at) => {
      try {
        if (!person.known) await person.visitor.demo("odalys");
        person.known = true;
        const page = await person.visitor.ask(DECIDED.path, { signal: AbortSignal.timeout(20_000) });
        const html = await page.text();
        person.known = page.status !== 302;
        if (page.status !== 200 || !html.includes("handler=Decide")) return false;
        const body = fieldsOf(html, "action=\"[^\"]*handler=Decide\"");
        body.set("decision", (round + at) % 2 === 0 ? "Accepted" : "SetAside");
        body.set("reason", `${round} ${person.where}`);
        const answer = await person.visitor.ask(`${DECIDED.path}&handler=Decide`, { method: "POST", body, headers: { "HX-Request": "true" }, signal: AbortSignal.timeout(20_000) });
        const text = await answer.text();
        if (answer.status === 500) failures.push("a decision was answered 500");
        return answer.status === 200 && /Set aside|Saved/.test(text) ? `${round} ${person.where}` : false;
      } catch {
        return false;
      }
    }));
    const acknowledgedBy = told.filter(Boolean);
    const made = (await surely(`select reason, decision, mark_from, mark_to, (select ${MARK} from cells where ${DECIDED.where}) from proposal_decisions where ${DECIDED.where} and id > ${earlier}`)).split("\n").filter(Boolean).map((line) => line.split("|"));
    const whole = ([reason, decision, , to, now]) => reason.startsWith(`${round} `) && Math.abs(Number(decision === "setAside" ? from : to) - Number(now)) < 1e-6;
    history.decided += acknowledgedBy.length;
    if (made.length > 1 || acknowledgedBy.length > 1 || !made.every(whole) || acknowledgedBy.some((reason) => made[0]?.[0] !== reason)) {
      history.decidedWrongly += 1;
      failures.push(`decisions: told ${JSON.stringify(told)}, made ${JSON.stringify(made)}`);
    }
    await surely(`delete from proposal_decisions where ${DECIDED.where} and id > ${earlier}; update cells set content = '${content.replaceAll("'", "''")}', revision = revision + 1 where ${DECIDED.where} and revision <> ${revision}`);
    await pause(300);
  }
}

async function tune(cell, at) {
  const visitor = new Visitor(base);
  let token;
  let revision;
  for (let round = 0; running();) {
    const mark = `${60 + ((round + at) % 12)} in`;
    try {
      if (!token) {
        await visitor.demo("odalys");
        token = await visitor.token("/wenlow/import");
      }
      if (revision === undefined) {
        const drawer = await (await visitor.ask(`/wenlow/classes/quillet?cell=${cell}`, { signal: AbortSignal.timeout(20_000) })).text();
        revision = Number(/name="revision" value="(\d+)"/.exec(drawer)?.[1]);
      }
      const body = new URLSearchParams({ revision, mark, tolerance: "1/2 in", target: "", note: "", __RequestVerificationToken: token });
      const answer = await visitor.ask(`/wenlow/classes/quillet?cell=${cell}&handler=Cell&act=save`, { method: "POST", body, headers: { "HX-Request": "true" }, signal: AbortSignal.timeout(20_000) });
      const text = await answer.text();
      if (answer.status === 200 && text.includes("Saved")) {
        written.push({ cell, mark: parseFloat(mark) * 25.4 });
        revision += 1;
        round += 1;
      } else if (answer.status === 302 || answer.status === 400) token = undefined;
      else {
        if (answer.status === 500) failures.push("a cell was answered 500");
        revision = undefined;
      }
    } catch {
      revision = undefined;
    }
    await pause(200);
  }
}

const TRIALS = "/wenlow/classes/quillet/trials";
async function race(name) {
  const visitor = new Visitor(base);
  let known = false;
  // Asks until it is answered as it should be; whoever was signed out by a fault signs in again.
  const until302 = async (path, form, changes) => {
    while (running()) {
      try {
        if (!known) await visitor.demo(name);
        known = true;
        const page = await visitor.ask(path, { signal: AbortSignal.timeout(20_000) });
        const html = await page.text();
        known = page.status !== 302;
        if (page.status === 200 && !new RegExp(`<form[^>]*${form}`).test(html)) return undefined;
        if (page.status === 200) {
          const body = fieldsOf(html, form);
          for (const [field, value] of Object.entries(changes)) body.set(field, value);
          const action = new RegExp(`<form[^>]*${form}[^>]*>`).exec(html)[0];
          const to = /action="([^"]*)"/.exec(action)[1].replaceAll("&amp;", "&");
          const answer = await visitor.ask(to, { method: "POST", body, signal: AbortSignal.timeout(20_000) });
          await answer.arrayBuffer();
          const location = answer.headers.get("location") ?? "";
          if (answer.status === 302 && location.includes(TRIALS)) return location;
          if (answer.status === 500 || answer.status === 422) failures.push(`a trial was answered ${answer.status}`);
        }
      } catch { /* The app is away. */ }
      await pause(300);
    }
    return undefined;
  };
  while (running()) {
    const trial = await until302(`${TRIALS}?band=4&on=0`, `action="${TRIALS}`, { design: "one boat, back and forth", note: randomUUID() });
    for (let run = 0; run < 4 && trial; run += 1) await until302(trial, `action="${trial}"`, { port: "3", starboard: "4", wind: "13" });
    if (trial && running()) {
      await until302(trial, `action="${trial}[?]handler=End"`, {});
      if (running()) ended.push(Number(trial.slice(trial.lastIndexOf("/") + 1)));
    }
  }
}

/** Everybody's work, done when the time is over. */
export const work = () => [
  race("tamsin"),
  rig("priya"),
  decide(),
  ...["priya", "tamsin", "odalys"].map(sail),
  ...["1.halyard-point", "2.halyard-point", "3.halyard-point"].map(tune),
];
