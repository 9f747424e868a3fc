// A line to the app that can be cut: connections go through it, or die.
import net from "node:net";

export async function openLine(target) {
  const { hostname, port } = new URL(target);
  const open = new Set();
  let cut = false;
  const server = net.createServer((near) => {
    if (cut) return near.destroy();
    const far = net.connect(Number(port), hostname);
    for (const [one, other] of [[near, far], [far, near]]) {
      open.add(one);
      one.pipe(other);
      one.on("error", () => other.destroy());
      one.on("close", () => {
        open.delete(one);
        other.destroy();
      });
    }
  });
  await new Promise((ready) => server.listen(0, "127.0.0.1", ready));
  return {
    url: `http://localhost:${server.address().port}`,
    cut() {
      cut = true;
      for (const socket of open) socket.destroy();
    },
    mend() {
      cut = false;
    },
    close() {
      this.cut();
      server.close();
    },
  };
}
