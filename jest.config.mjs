const common = {
  transform: {
    "^.+\\.(t|j|mj)sx?$": [
      "@swc/jest",
      {
        jsc: {
          parser: { syntax: "typescript", tsx: true },
          transform: { react: { runtime: "automatic" } },
          target: "es2022",
        },
        module: { type: "commonjs" },
      },
    ],
  },
  transformIgnorePatterns: ["/node_modules/(?!(d3|d3-[^/]+|internmap)/)"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1", "^server-only$": "<rootDir>/tests/empty-module.ts" },
  testEnvironment: "node",
};

export default {
  // a machine shared with others is slow at times; what should be fast is measured by the bench
  testTimeout: 120_000,
  projects: [
    {
      ...common,
      displayName: "unit",
      roots: ["<rootDir>/src", "<rootDir>/tests", "<rootDir>/scripts", "<rootDir>/demo", "<rootDir>/sim"],
      testMatch: ["**/*.test.ts"],
      testPathIgnorePatterns: ["/node_modules/", "\\.database\\.test\\.ts$", "/e2e/"],
    },
    {
      ...common,
      displayName: "database",
      roots: ["<rootDir>/src", "<rootDir>/tests"],
      testMatch: ["**/*.database.test.ts"],
    },
  ],
};
