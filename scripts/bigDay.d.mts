import type { Page } from "@playwright/test";

export function bigDay(on: { url: string; page: Page; talkers: number }): Promise<number>;
