/** What a fix does, as data; `say` has the words for each. */
export type FixAction =
  | { readonly act: 'set-base'; readonly pressure: number }
  | { readonly act: 'fit-injectors'; readonly count: number; readonly flow: number }
  | { readonly act: 'connect-reference' }
  | { readonly act: 'add-damper' }
  | { readonly act: 'fit-studs' | 'add-vent' | 'rollover-valve' | 'no-low-loop' | 'lead-outside' }
  | { readonly act: 'take-vent-out' | 'fit-bulkhead' | 'live-in-crank' | 'sender-in-range' }
  | { readonly act: 'swept'; readonly volume: number }
  | { readonly act: 'level-line' }
  | { readonly act: 'calmer-fuel'; readonly vapor: number }
  | {
      readonly act: 'turn-into';
      readonly name: string;
      /** Names of parts it brings and takes away. */
      readonly added: readonly string[];
      readonly dropped: readonly string[];
    }
  | { readonly act: 'keep-level'; readonly level: number }
  | { readonly act: 'set-as-base' }
  | { readonly act: 'lower-base'; readonly pressure: number }
  | { readonly act: 'set-higher'; readonly pressure: number }
  | { readonly act: 'make-run'; readonly name: string; readonly dash: number }
  | { readonly act: 'fit-pump'; readonly name: string; readonly count: number }
  | { readonly act: 'second-pump'; readonly name: string; readonly from: number | null }
  | { readonly act: 'return-to-tank'; readonly name: string }
  | { readonly act: 'return-to'; readonly name: string; readonly to: string }
  | { readonly act: 'open-overflow'; readonly name: string }
  /** `name`: the pump it goes behind, or the line it goes `in`; absent: behind the pump, or each of them. */
  | { readonly act: 'add-check'; readonly name?: string; readonly in?: true }
  | { readonly act: 'make-return'; readonly dash: number }
  | { readonly act: 'fit-seat'; readonly seat: string }
  | { readonly act: 'return-and-seat'; readonly dash: number; readonly seat: string }
  | { readonly act: 'usual-motor'; readonly ohms: number }
  | { readonly act: 'set-supplementary'; readonly vent: boolean }
  | { readonly act: 'take-core-out' }
  | { readonly act: 'come-in-at'; readonly pressure: number }
  | { readonly act: 'boost-alone'; readonly pressure: number }
  | { readonly act: 'come-in-at-rpm'; readonly rpm: number }
  | { readonly act: 'glass-fiber' | 'add-filter' }
  | { readonly act: 'fineness'; readonly micron: number }
  | { readonly act: 'use-ptfe' }
  | { readonly act: 'all-ptfe'; readonly count: number }
  | { readonly act: 'under-body' | 'usual-ports' | 'shield' }
  | { readonly act: 'sleeve'; readonly what: string | null }
  | { readonly act: 'move-line'; readonly by: number; readonly what: string }
  | { readonly act: 'clips'; readonly count: number }
  | { readonly act: 'strings-back'; readonly length: number | null; readonly others: number }
  | { readonly act: 'keep-lengths'; readonly length: number | null }
  | { readonly act: 'tuck-up' | 'new-hose' | 'new-seal' | 'usual-dressing' }
  | { readonly act: 'take-check-out' }
  | { readonly act: 'clean'; readonly name: string }
  | { readonly act: 'several'; readonly steps: readonly FixAction[] }
  | { readonly act: 'full-speed-at'; readonly volts: number }
  | { readonly act: 'run-with-key'; readonly name: string }
  | { readonly act: 'stop-with-key' }
  | { readonly act: 'add-crash-switch' }
  | { readonly act: 'while-turning'; readonly seconds: number }
  | { readonly act: 'lower-release'; readonly dimension: string; readonly by: number }
  | { readonly act: 'prime'; readonly seconds: number }
  | { readonly act: 'redraw' }
  | { readonly act: 'repair'; readonly words: string }
  | { readonly act: 'add-relay'; readonly circuit: string }
  | { readonly act: 'coil-resistor' }
  | { readonly act: 'wire-onto'; readonly wire: string; readonly terminal: string }
  | { readonly act: 'fit-fuse' | 'add-fuse'; readonly amps: number }
  | {
      readonly act: 'wires-and-fuse';
      readonly size: string;
      readonly amps: number;
      readonly add: boolean;
    }
  | { readonly act: 'move-fuse' }
  | { readonly act: 'tap-behind' | 'tap-at'; readonly circuit: string; readonly piece: string }
  | { readonly act: 'own-supply' | 'own-ground' }
  | { readonly act: 'fit-relay' | 'fit-controller'; readonly amps: number }
  /** Every wire of a circuit, or of the pumps' circuits. */
  | { readonly act: 'circuit-wires'; readonly size: string }
  | { readonly act: 'pump-wires'; readonly size: string; readonly circuits: number }
  | { readonly act: 'insulation'; readonly kelvin: number }
  | { readonly act: 'mend-joint'; readonly words: string }
  | { readonly act: 'gauge'; readonly size: string; readonly copper: boolean };
