/** A browser’s store may hang for good: the page then works without one. */
const PATIENCE_MS = 3000;

/**
 * Waits for a store no longer than three seconds.
 * @throws what the store throws, or that it does not answer
 */
export async function patiently<T>(waiting: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new Error('The store of this device does not answer.')), PATIENCE_MS);
  });
  try {
    return await Promise.race([waiting, late]);
  } finally {
    clearTimeout(timer);
  }
}
