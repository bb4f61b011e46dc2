import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

/** Where there are components: elsewhere rules for them find nothing. */
const PAGES = ["app/**", "features/**", "ui/**"];
const TESTS = ["**/*.test.*"];
const forPages = (each) => (each.rules ? { ...each, files: PAGES, ignores: TESTS } : each);

const config = [
  {
    ignores: [
      ".next/**",
      "tests/bare/**",
      ".threads/**",
      "data/**",
      "node_modules/**",
      "next-env.d.ts",
      "test-results/**",
      "playwright-report/**",
    ],
  },
  ...next.map(forPages),
  ...typescript,
  {
    files: ["**/*.{js,mjs,ts,tsx}"],
    plugins: { import: next[0].plugins.import },
    rules: {
      "no-console": "error",
      "no-nested-ternary": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "import/order": [
        "error",
        {
          groups: ["builtin", "external", "internal", "parent", "sibling", "index"],
          pathGroups: [
            // What every way in begins with comes first: then a build finds one program in all of them, not another one for each beginning.
            { pattern: "@/app/_lib/serve", group: "internal", position: "before" },
            { pattern: "@/**", group: "internal" },
          ],
          alphabetize: { order: "asc", caseInsensitive: true },
          "newlines-between": "never",
        },
      ],
    },
  },
  {
    files: ["app/**", "features/**", "ui/**"],
    ignores: ["ui/link.tsx"],
    rules: {
      "no-restricted-imports": [
        "error",
        { name: "next/link", message: "Link from @/ui/link fetches nothing ahead." },
      ],
    },
  },
  {
    files: ["app/**", "features/**", "server/**", "core/**"],
    ignores: ["core/plant/position-path.ts"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector: "TemplateLiteral[quasis.0.value.raw='/positions/']",
          message: "A tag may have signs that mean something in an address: positionPath(tag).",
        },
      ],
    },
  },
  { files: ["scripts/**", "bench/**", "demo/**", "simulator/main.ts"], rules: { "no-console": "off" } },
];
export default config;
