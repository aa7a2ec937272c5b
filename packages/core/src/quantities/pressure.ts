/**
 * Pressures carry their datum in the type. Gauge pressure is read against the air outside, absolute pressure
 * against vacuum; a difference has no datum. Mixing them up has hurt engines, so the compiler refuses it.
 */
declare const datum: unique symbol;

/** Pascals above the surrounding air (negative below it). */
export type GaugePressure = number & { readonly [datum]: 'gauge' };
/** Pascals above vacuum. */
export type AbsolutePressure = number & { readonly [datum]: 'absolute' };

/**
 * Says that a pressure is counted from the air outside.
 * @param pascals Pa
 * @returns Pa gauge
 * Validity: any figure.
 * @throws nothing
 * @source own convention: gauge and absolute pressure differ in type
 * @example gauge(1000) // => 1000
 */
export const gauge = (pascals: number): GaugePressure => pascals as GaugePressure;
/**
 * Says that a pressure is counted from nothing.
 * @param pascals Pa
 * @returns Pa absolute
 * Validity: any figure.
 * @throws nothing
 * @source own convention: gauge and absolute pressure differ in type
 * @example absolute(1000) // => 1000
 */
export const absolute = (pascals: number): AbsolutePressure => pascals as AbsolutePressure;

/**
 * Turns a gauge pressure into an absolute one: p_abs = p_gauge + p_baro.
 * @param pressure gauge pressure, Pa
 * @param barometric surrounding air pressure, Pa absolute
 * @returns Pa absolute
 * @source definition
 * @example toAbsolute(gauge(0), absolute(101325)) // => 101325
 */
export function toAbsolute(pressure: GaugePressure, barometric: AbsolutePressure): AbsolutePressure {
  return absolute(pressure + barometric);
}

/**
 * Turns an absolute pressure into a gauge one: p_gauge = p_abs − p_baro.
 * @param pressure Pa absolute
 * @param barometric surrounding air pressure, Pa absolute
 * @returns gauge pressure, Pa
 * @source definition
 * @example toGauge(absolute(101325), absolute(101325)) // => 0
 */
export function toGauge(pressure: AbsolutePressure, barometric: AbsolutePressure): GaugePressure {
  return gauge(pressure - barometric);
}
