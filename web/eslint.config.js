import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";
import noHiveArithmetic from "./lint/no-hive-arithmetic.js";

export default tseslint.config(
  { ignores: ["dist", "src/api/generated.d.ts"] },
  ...tseslint.configs.strict,
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks, hive: { rules: { "no-arithmetic": noHiveArithmetic } } },
    rules: {
      ...reactHooks.configs.recommended.rules,
      "hive/no-arithmetic": "error",
      "@typescript-eslint/no-explicit-any": "error",
      "no-console": "error",
    },
  },
  {
    files: ["src/lib/format.ts", "src/drawing/transform.ts", "src/**/*.test.ts"],
    rules: { "hive/no-arithmetic": "off" },
  },
);
