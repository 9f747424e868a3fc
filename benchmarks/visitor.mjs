// A browser of sorts for the measurements: keeps cookies, sends forms with their token.
export class Visitor {
  cookies = new Map();

  constructor(base) {
    this.base = base;
  }

  async ask(path, options = {}) {
    const answer = await fetch(this.base + path, {
      redirect: "manual",
      ...options,
      headers: { cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join("; "), ...options.headers },
    });
    for (const cookie of answer.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie);
      this.cookies.set(name, value);
    }
    return answer;
  }

  async token(path = "/sign-in") {
    return /name="__RequestVerificationToken" type="hidden" value="([^"]+)"/.exec(await (await this.ask(path)).text())[1];
  }

  /** How long a page takes, in milliseconds. */
  async page(path) {
    const start = performance.now();
    const answer = await this.ask(path);
    await answer.arrayBuffer();
    if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
    return performance.now() - start;
  }

  /** How long signing in by a password takes, in milliseconds. */
  async signIn(name, password) {
    const token = await this.token();
    const start = performance.now();
    const answer = await this.ask("/sign-in", { method: "POST", body: new URLSearchParams({ name, password, __RequestVerificationToken: token }) });
    await answer.arrayBuffer();
    if (answer.status !== 302) throw new Error(`sign-in answered ${answer.status}`);
    return performance.now() - start;
  }

  /** Comes in as one of the demo's people. */
  async demo(name) {
    const token = await this.token();
    const answer = await this.ask("/sign-in?handler=Demo", { method: "POST", body: new URLSearchParams({ name, __RequestVerificationToken: token }) });
    if (answer.status !== 302) throw new Error(`sign-in as ${name} answered ${answer.status}`);
  }
}

export const median = (numbers) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)];
