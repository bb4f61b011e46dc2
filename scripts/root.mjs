import { fileURLToPath } from "node:url";

/** The folder of the checkout. */
export const root = fileURLToPath(new URL("..", import.meta.url));
