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
  // Past this a function holds a second idea; a component may be as long again, for what it draws.
  {
    files: ["**/*.ts"],
    ignores: ["**/*.test.ts", "e2e/**", "scripts/bench/**"],
    rules: { "max-lines-per-function": ["warn", { max: 60, skipBlankLines: true, skipComments: true }] },
  },
  { files: ["**/*.tsx"], ignores: ["**/*.test.tsx"], rules: { "max-lines-per-function": ["warn", { max: 120, skipBlankLines: true, skipComments: true }] } },
  { files: ["web/**/*.{ts,tsx}"], plugins: { "react-hooks": reactHooks }, rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" } },
  // What a maker reads is found in a catalogue: `t`, `rich`, `plural`.
  {
    files: ["web/src/**/*.tsx", "web/src/**/words.ts"],
    ignores: ["**/*.test.tsx", "web/src/plan/testing.tsx"],
    rules: {
      "no-restricted-syntax": [
        "error",
        { selector: "JSXText[value=/\\p{L}/u]", message: "Text without a place in the catalogue: t`…`." },
        {
          selector: "JSXAttribute[name.name=/^(aria-label|alt|label|title|placeholder|why|hint|notice)$/] > Literal[value=/\\p{Ll}{2} |^\\p{Lu}\\p{Ll}/u]",
          message: "Text without a place in the catalogue: t`…`.",
        },
        {
          selector: ":not(TaggedTemplateExpression) > TemplateLiteral > TemplateElement[value.raw=/^(?!.*(px|now|underline)).*(?:\\p{Ll}{2,} \\p{Ll}|^\\p{Lu}\\p{Ll}+ \\p{Ll})/u]",
          message: "A sentence without a place in the catalogue: t`…`.",
        },
        {
          selector:
            ":matches(ConditionalExpression, LogicalExpression, ReturnStatement, ArrowFunctionExpression, JSXExpressionContainer, ArrayExpression) > Literal[value=/^(?!.*(?:px|var.--)).*(?:^\\p{Lu}\\p{Ll}+( \\p{L}+)+|\\p{Ll}{2,} \\p{Ll}{2,} \\p{Ll})/u]",
          message: "A sentence without a place in the catalogue: t`…`.",
        },
        {
          selector: "Property[key.name=/^(label|head|title|word|says|hint|detail)$/] > Literal.value[value=/\\p{Ll}{2}/u]",
          message: "Text without a place in the catalogue: t`…`.",
        },
      ],
    },
  },
  { files: ["**/*.test.ts", "**/*.test.tsx", "e2e/**"], rules: { "@typescript-eslint/no-floating-promises": "error", "@typescript-eslint/no-unsafe-type-assertion": "off" } },
);
