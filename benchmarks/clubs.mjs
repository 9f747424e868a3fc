// 1,000 clubs of six classes against one: cold and warm class page, sign-in and Today, each as a ratio of medians.
//   ./bench clubs [clubs]
// Cold is the first look at a class after it changed. All clubs' classes are looked at in between, and memory told.
import { readFileSync } from "node:fs";
import { sql } from "./database.mjs";
import { Visitor, median } from "./visitor.mjs";

const base = process.env.BASE_URL;
const clubs = Number(process.argv[2] ?? 1000);
const rounds = 120;
const password = "wenlow-reach";
const keys = ["quillet", "ferrin-16", "brannet", "tandry", "skelvin", "marrowin-24"];

// Clubs from..to, each with a coordinator of its own and copies of six demo classes with their cells, versions and some logs.
function addClubs(from, to) {
  const mine = `(select id from clubs where key = any (select 'club-' || n from generate_series(${from}, ${to}) n))`;
  sql(`
    insert into clubs (key, name, time_zone) select 'club-' || n, 'Club ' || n, 'UTC' from generate_series(${from}, ${to}) n;
    insert into people (id, sign_in_name, normalized_name, display_name, password_hash, security_stamp)
      select gen_random_uuid(), 'person-' || n, 'PERSON-' || n, 'Person ' || n, p.password_hash, 'stamp' from generate_series(${from}, ${to}) n, people p where p.sign_in_name = 'odalys';
    insert into memberships (club_id, person_id, roles) select c.id, p.id, '{coordinator,sailor}' from clubs c join people p on p.sign_in_name = replace(c.key, 'club-', 'person-') where c.id in ${mine};
    create temporary table pairs as
      with made as (insert into classes (club_id, key, schema, definition) select c.id, k.key, k.schema, k.definition from clubs c, classes k
        where c.id in ${mine} and k.club_id = 1 and k.key = any ('{${keys.join(",")}}') returning club_id, id, key)
      select made.club_id, made.id, k.id as old from made join classes k on k.club_id = 1 and k.key = made.key;
    insert into cells (club_id, class_id, plan, mode, band, control, content, edited_at)
      select p.club_id, p.id, x.plan, x.mode, x.band, x.control, x.content, x.edited_at from pairs p join cells x on x.club_id = 1 and x.class_id = p.old;
    insert into versions (club_id, class_id, number, published_at, published_by, reason, schema, definition, cells)
      select p.club_id, p.id, v.number, v.published_at, v.published_by, v.reason, v.schema, v.definition, v.cells from pairs p join versions v on v.club_id = 1 and v.class_id = p.old;
    create temporary table copied as
      with chosen as (select l.*, row_number() over (partition by class_id order by id) as nth from session_logs l where club_id = 1),
      made as (
        insert into session_logs (club_id, class_id, key, sailed_at, note, logged_at, water, place)
        select p.club_id, p.id, s.key, s.sailed_at, s.note, s.logged_at, s.water, s.place
        from pairs p join chosen s on s.class_id = p.old where s.nth <= 30 returning club_id, class_id, id, key)
      select m.club_id, m.id, l.id as old from made m join pairs p on (p.club_id, p.id) = (m.club_id, m.class_id)
        join session_logs l on l.club_id = 1 and l.class_id = p.old and l.key = m.key;
    insert into runs (club_id, log_id, run, from_at, plan, mode, wind_from, wind_to, gust, wind_factor, helm_port, helm_starboard, heel, gates_asked, gates_held, helm_in_words, felt, answers)
      select m.club_id, m.id, r.run, r.from_at, r.plan, r.mode, r.wind_from, r.wind_to, r.gust, r.wind_factor, r.helm_port, r.helm_starboard, r.heel, r.gates_asked, r.gates_held, r.helm_in_words, r.felt, r.answers
      from copied m join runs r on (r.club_id, r.log_id) = (1, m.old);
    insert into log_marks (club_id, log_id, run, control, mark, measured)
      select m.club_id, m.id, k.run, k.control, k.mark, k.measured from copied m join log_marks k on (k.club_id, k.log_id) = (1, m.old);
    drop table pairs, copied;
  `);
}

const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.APP_PID}/status`, "utf8"))[1]) / 1024;

async function measure() {
  const visitor = new Visitor(base);
  await visitor.signIn("person-1", password);
  const times = { cold: [], warm: [], signIn: [], today: [] };
  const id = sql("select k.id from classes k join clubs c on c.id = k.club_id where c.key = 'club-1' and k.key = 'quillet'");
  for (let round = -20; round < rounds; round += 1) {
    sql(`update classes set matrix_revision = matrix_revision + 1, log_revision = log_revision + 1 where id = ${id}`);
    const cold = await visitor.page("/club-1/classes/quillet");
    const warm = await visitor.page("/club-1/classes/quillet");
    await visitor.page("/club-1/today?wind=12");
    const today = await visitor.page("/club-1/today?wind=12");
    if (round < 0) continue;
    times.cold.push(cold);
    times.warm.push(warm);
    times.today.push(today);
    if (round % 4 === 0) times.signIn.push(await new Visitor(base).signIn("person-1", password));
  }
  return Object.fromEntries(Object.entries(times).map(([what, all]) => [what, median(all)]));
}

addClubs(1, 1);
sql("analyze");
await measure(); // The first round is the compiler's.
const one = await measure();
addClubs(2, clubs);
sql("analyze");

const remembered = [memory()];
const looker = Array.from({ length: 8 }, () => new Visitor(base));
let next = 1;
await Promise.all(looker.map(async (visitor) => {
  while (next <= clubs) {
    const club = next;
    next += 1;
    await visitor.signIn(`person-${club}`, password);
    for (const key of keys) await visitor.page(`/club-${club}/classes/${key}`);
    if (club % Math.ceil(clubs / 5) === 0) remembered.push(memory());
  }
}));
const many = await measure();

console.table(Object.keys(one).map((what) => ({ what, "one club, ms": one[what].toFixed(2), [`${clubs} clubs, ms`]: many[what].toFixed(2), ratio: (many[what] / one[what]).toFixed(2) })));
console.log(`memory while all ${clubs * keys.length} classes were looked at, MiB: ${remembered.map(Math.round).join(", ")}`);
console.log(`clubs: worst ratio ${Math.max(...Object.keys(one).map((what) => many[what] / one[what])).toFixed(2)}`);
