import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const impure = [
  {
    selector: "MemberExpression[object.name='Date'][property.name='now']",
    message: "The core has no clock: the instant is passed in.",
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: "The core has no clock: the instant is passed in.",
  },
  {
    selector: "CallExpression[callee.name='Date']",
    message: "The core has no clock: the instant is passed in.",
  },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: "The core has no chance: randomness is passed in.",
  },
  {
    selector: "CallExpression[callee.property.name='localeCompare']",
    message: "Ties are broken by < on codes, never by locale.",
  },
];

export default tseslint.config(
  {
    ignores: [
      "node_modules",
      ".next",
      ".build",
      ".data",
      "next-env.d.ts",
      "coverage",
      "test-results",
      "src/db/migrations",
    ],
  },
  // no comment can switch a rule off
  { linterOptions: { noInlineConfig: true } },
  ...tseslint.configs.strict,
  {
    files: ["**/*.{ts,tsx}"],
    rules: {
      "max-lines": ["error", { max: 500, skipBlankLines: true }],
      "max-lines-per-function": ["error", { max: 60, skipBlankLines: true, skipComments: true }],
      "no-console": "error",
      eqeqeq: ["error", "always"],
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_", ignoreRestSiblings: true },
      ],
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-invalid-void-type": "off",
    },
  },
  {
    files: ["src/{ui,features,app}/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    // the virtualizer of the grid is known to stay outside of what React's compiler can memoize
    rules: { ...reactHooks.configs.recommended.rules, "react-hooks/incompatible-library": "off" },
  },
  {
    files: ["**/*.tsx"],
    rules: { "max-lines-per-function": ["error", { max: 120, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ["src/core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-syntax": ["error", ...impure],
      "no-restricted-globals": ["error", "process", "setTimeout", "fetch", "crypto", "performance"],
    },
  },
  {
    files: ["src/server/**/*.ts"],
    ignores: ["src/server/in-transaction.ts", "**/*.test.ts"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector: "CallExpression[callee.property.name='transaction']",
          message: "Transactions begin in inTransaction: what fails there is rolled back.",
        },
      ],
    },
  },
  {
    files: ["**/*.test.ts", "tests/**/*.ts"],
    rules: { "@typescript-eslint/no-non-null-assertion": "off", "max-lines-per-function": "off" },
  },
  {
    files: [
      "scripts/**/*.ts",
      "demo/**/*.ts",
      "sim/**/*.ts",
      "tests/chaos/*.ts",
      "tests/first-hour/*.ts",
      "tests/pages/*.ts",
      "tests/shops-hour/*.ts",
    ],
    rules: { "no-console": "off" },
  },
);
