import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ["src/shell/worker.js"],
    languageOptions: {
      globals: Object.fromEntries(
        ["self", "caches", "fetch", "Request", "Response", "URL", "setTimeout", "clearTimeout", "__FILES__"].map((name) => [name, "readonly"]),
      ),
    },
  },
  reactHooks.configs.flat["recommended-latest"],
  {
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "no-restricted-syntax": [
        "error",
        {
          selector: "Literal[value=/(^|\\[)#[0-9a-fA-F]{3,8}\\b|rgba?\\(/]",
          message: "Colours come from the theme: drawing/colours.ts, styles.css.",
        },
      ],
    },
  },
);
