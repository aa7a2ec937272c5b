const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19];

/** van der Corput radical inverse of n in a base: the Halton sequence in one dimension. */
function radicalInverse(n: number, base: number): number {
  let result = 0;
  let f = 1 / base;
  for (let i = n; i > 0; i = Math.floor(i / base)) {
    result += f * (i % base);
    f /= base;
  }
  return result;
}

/**
 * Point n of a shifted Halton sequence in the unit cube (Halton 1960; shift after Cranley & Patterson 1976): evenly spread,
 * repeatable, another one for each seed. Up to eight dimensions.
 */
export function quasiRandom(n: number, dimensions: number, seed: number): number[] {
  return Array.from({ length: dimensions }, (_, d) => {
    const shift = ((seed * 0.618_033_988_7 + d * 0.754_877_666_2) % 1) + 1e-9;
    return (radicalInverse(n + 1, PRIMES[d]!) + shift) % 1;
  });
}

/** Inverse of the standard normal distribution (Acklam's rational approximation, error below 1.2e-9 relative). */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const x = Math.min(1 - 1e-12, Math.max(1e-12, p));
  const tail = (q: number) =>
    (((((c[0]! * q + c[1]!) * q + c[2]!) * q + c[3]!) * q + c[4]!) * q + c[5]!) /
    ((((d[0]! * q + d[1]!) * q + d[2]!) * q + d[3]!) * q + 1);
  if (x < 0.02425) return tail(Math.sqrt(-2 * Math.log(x)));
  if (x > 1 - 0.02425) return -tail(Math.sqrt(-2 * Math.log(1 - x)));
  const q = x - 0.5;
  const r = q * q;
  return (
    ((((((a[0]! * r + a[1]!) * r + a[2]!) * r + a[3]!) * r + a[4]!) * r + a[5]!) * q) /
    (((((b[0]! * r + b[1]!) * r + b[2]!) * r + b[3]!) * r + b[4]!) * r + 1)
  );
}
