import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["**/dist/**", "node_modules/**", ".data/**", "server/migrations/**", "test-results/**", "**/*.mjs", "**/*.cjs", "web/public/**"] },
  ...tseslint.configs.strictTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_", destructuredArrayIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": "error",
      // Handlers that end in a call of nothing are how the interface is written.
      "@typescript-eslint/no-confusing-void-expression": "off",
      "@typescript-eslint/no-unnecessary-condition": ["error", { allowConstantLoopConditions: true }],
      // The query library names "no argument" so.
      "@typescript-eslint/no-invalid-void-type": "off",
      "no-console": "error",
      eqeqeq: ["error", "always", { null: "ignore" }],
    },
  },
  { files: ["web/**/*.{ts,tsx}"], plugins: { "react-hooks": reactHooks }, rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" } },
  { files: ["**/*.test.ts", "**/*.test.tsx", "e2e/**"], rules: { "@typescript-eslint/no-floating-promises": "error", "@typescript-eslint/no-unsafe-type-assertion": "off" } },
);
