import Alpine from "@alpinejs/csp";
import htmx from "htmx.org";
import { startMatrix } from "./matrix.js";
import { watchTheBoard } from "./board.js";
import { gates, tiller } from "./log.js";
import { offerPasskeys } from "./passkeys.js";
import { drill } from "./drill.js";
import { drawBoat } from "./draw-boat.js";
import { guidedCheck } from "./guided.js";
import { rigUp } from "./rig-up.js";

window.htmx = htmx;
Alpine.data("tiller", tiller);
Alpine.data("gates", gates);
Alpine.start();
// An address that names a field goes on in it.
if (location.hash.length > 1) document.getElementById(location.hash.slice(1))?.focus();
// On a phone the tabs are one line that is scrolled: the page's own is in sight.
document.querySelector(".class-tabs [aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
startMatrix(htmx);
watchTheBoard(htmx);
offerPasskeys();
rigUp();
drawBoat();
guidedCheck();
drill();
