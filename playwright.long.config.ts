import { defineConfig } from "@playwright/test";
import config from "./playwright.config";

/** What takes minutes: the ten hours of a day, and power cuts. They start servers of their own. */
export default defineConfig({
  ...config,
  testDir: "e2e/long",
  testIgnore: [],
  projects: [{ name: "long" }],
});
