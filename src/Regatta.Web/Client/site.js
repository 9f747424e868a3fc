import Alpine from "@alpinejs/csp";
import htmx from "htmx.org";
import { walkTheBench } from "./bench.js";
import { watchTheBoard } from "./board.js";
import { gates, tiller } from "./log.js";

window.htmx = htmx;
Alpine.data("tiller", tiller);
Alpine.data("gates", gates);
Alpine.start();
walkTheBench(htmx);
watchTheBoard(htmx);
