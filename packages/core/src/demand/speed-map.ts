/** A sensor and a controller's map: volts by manifold pressure, speed by volts. Both straight and held at their ends. */
export interface SpeedMap {
  /** Pa gauge at the sensor's lowest and highest output. */
  readonly sensorLowPa: number;
  readonly sensorHighPa: number;
  readonly sensorLowV: number;
  readonly sensorHighV: number;
  /** Volts at and below which the pump turns at its lowest speed. */
  readonly lowV: number;
  /** 0–1. */
  readonly lowSpeed: number;
  /** Volts at and above which it turns at full speed. */
  readonly fullV: number;
}

/**
 * Signal of a pressure sender.
 * @param map sensor end points, Pa gauge and V
 * @param manifoldPa Pa gauge
 * @returns V, held at the sensor's ends
 * Validity: between the ends of the sensor; held at its ends outside.
 * @throws nothing
 * @source straight-line sender
 * @example sensorVolts({ sensorLowPa: 0, sensorHighPa: 103421, sensorLowV: 0.5, sensorHighV: 4.5, lowV: 0.5, lowSpeed: 0.3, fullV: 3.7 }, 82737) // => 3.7
 */
export function sensorVolts(map: SpeedMap, manifoldPa: number): number {
  const share = (manifoldPa - map.sensorLowPa) / (map.sensorHighPa - map.sensorLowPa);
  return map.sensorLowV + Math.min(1, Math.max(0, share)) * (map.sensorHighV - map.sensorLowV);
}

/**
 * Speed a controller asks its pump for at a manifold pressure.
 * @param map sensor and controller map
 * @param manifoldPa Pa gauge
 * @returns share of full speed, 0–1
 * Validity: between the ends of the map; held at its ends outside.
 * @throws nothing
 * @source straight-line map, held at its ends
 * @example speedCommand({ sensorLowPa: 0, sensorHighPa: 103421, sensorLowV: 0.5, sensorHighV: 4.5, lowV: 0.5, lowSpeed: 0.3, fullV: 3.7 }, 0) // => 0.3
 */
export function speedCommand(map: SpeedMap, manifoldPa: number): number {
  const share = (sensorVolts(map, manifoldPa) - map.lowV) / (map.fullV - map.lowV);
  return map.lowSpeed + Math.min(1, Math.max(0, share)) * (1 - map.lowSpeed);
}

/**
 * Manifold pressure at which a controller first asks for full speed.
 * @param map sensor and controller map
 * @returns Pa gauge; infinite where the sensor never reaches the volts for it
 * Validity: a map whose voltages rise.
 * @throws nothing
 * @source the map read backward
 * @example fullSpeedAt({ sensorLowPa: 0, sensorHighPa: 103421, sensorLowV: 0.5, sensorHighV: 4.5, lowV: 0.5, lowSpeed: 0.3, fullV: 3.7 }) / 6894.757 // => 12
 */
export function fullSpeedAt(map: SpeedMap): number {
  if (map.fullV > map.sensorHighV) return Infinity;
  const share = (map.fullV - map.sensorLowV) / (map.sensorHighV - map.sensorLowV);
  return map.sensorLowPa + Math.max(0, share) * (map.sensorHighPa - map.sensorLowPa);
}
