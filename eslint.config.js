import js from "@eslint/js";
import globals from "globals";

export default [
  { ignores: ["**/node_modules/**", "**/bin/**", "**/obj/**", "src/Regatta.Web/wwwroot/**", ".local/**"] },
  js.configs.recommended,
  {
    rules: { eqeqeq: "error", "no-var": "error", "prefer-const": "error", "no-implicit-globals": "error" },
  },
  { files: ["src/Regatta.Web/Client/**/*.js"], languageOptions: { globals: globals.browser } },
  { files: ["tests/browser/**/*.mjs", "tests/client/**/*.mjs", "benchmarks/**/*.mjs", "scripts/**/*.mjs"], languageOptions: { globals: { ...globals.node, ...globals.browser } } },
];
