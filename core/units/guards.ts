/** Guards at the public doors of the core. Inner loops trust their callers. */
export function assertFinite(name: string, value: number): void {
  if (!Number.isFinite(value))
    throw new RangeError(`${name} must be a finite number, got ${value}`);
}

export function assertPositive(name: string, value: number): void {
  if (!Number.isFinite(value) || value <= 0)
    throw new RangeError(`${name} must be finite and > 0, got ${value}`);
}

export function assertNotNegative(name: string, value: number): void {
  if (!Number.isFinite(value) || value < 0)
    throw new RangeError(`${name} must be finite and >= 0, got ${value}`);
}
