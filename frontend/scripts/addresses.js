/** What src/api/generated/addresses.ts says: the address of every operation, from the API's own description. */
import { readFileSync } from "node:fs";

const described = JSON.parse(
  readFileSync(new URL("../../docs/openapi.json", import.meta.url), "utf8"),
);
const lines = Object.entries(described.paths).flatMap(([path, operations]) =>
  Object.entries(operations).map(
    ([method, { operationId }]) => `  ${operationId}: ["${method.toUpperCase()}", "${path}"],`,
  ),
);
const text = `/** Made by \`make api\` from docs/openapi.json: the address of every operation. */
export const ADDRESSES = {
${lines.sort().join("\n")}
} as const;
`;
process.stdout.write(text);
