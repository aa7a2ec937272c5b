// Made by scripts/request-types.mjs from the schemas the server checks by: change those, not this.

export interface AccessDecision {
  give: boolean;
}

export interface Archive {
  archived: boolean;
}

export interface BreakBench {
  fault: string;
}

export interface Calibrate {
  calibratedOn: string | null;
}

export interface FirstStart {
  shop: string;
  units?: 'us' | 'us-gph' | 'metric';
  login: string;
  name: string;
  password: string;
  code: string;
}

export interface NewAcceptance {
  acceptanceId: string;
  findingKey: string;
  reason: string;
}

export interface NewChange {
  changeId: string;
  clientId?: string;
  baseVersion: number;
  lineage?: string;
  /**
   * @minItems 1
   * @maxItems 500
   */
  patch: {
    op: 'add' | 'remove' | 'replace';
    path: string;
    value?: unknown;
  }[];
}

export interface NewDevice {
  name: string;
}

export interface NewInstrument {
  name: string;
  host: string;
  port: number;
  calibratedOn: string | null;
  /**
   * @minItems 1
   * @maxItems 6
   */
  reads: {
    dimension: 'pressure' | 'temperature' | 'volts' | 'amps' | 'resistance' | 'flow';
    query: string;
    low: number;
    high: number;
    resolution: number;
  }[];
}

export interface NewJob {
  title?: string;
  pattern?:
    | 'full-return'
    | 'regulator-before-rail'
    | 'blocking'
    | 'returnless'
    | 'twin-pump'
    | 'rails-parallel'
    | 'rails-series'
    | 'hard-line'
    | 'supplementary'
    | 'suction-tee'
    | 'rising-rate'
    | 'surge-tank'
    | 'twin-tanks'
    | 'saddle-tanks'
    | 'speed-controlled'
    | 'direct-injection'
    | 'electronic-returnless';
  document?: object;
  copyOf?: string;
  units?: 'us' | 'metric';
}

export interface NewPerson {
  login: string;
  name: string;
  role: 'technician' | 'lead' | 'viewer';
}

export interface NewReading {
  readingId: string;
  kind:
    | 'dry-row'
    | 'joint'
    | 'pressure'
    | 'draw-off'
    | 'log'
    | 'measured'
    | 'step'
    | 'removed'
    | 'found'
    | 'second-look'
    | 'sign-off'
    | 'confirm';
  payload:
    | {
        jointId: string;
        result: 'dry' | 'leak' | 'open';
        note?: string;
      }
    | {
        rowId: string;
        result: 'as-said' | 'differs' | 'open';
        note?: string;
      }
    | {
        pressurePa: number;
        kelvin: number;
        isolation?: 'open' | 'return-capped' | 'feed-capped' | 'both-capped';
        by?: {
          id: string;
          name: string;
          resolution: number;
          calibratedOn: string | null;
        };
      }
    | {
        drawnM3: number;
        beforePa: number;
        afterPa: number;
      }
    | {
        file: string;
        series: {
          /**
           * @minItems 2
           * @maxItems 6000
           */
          timeS: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          rpm: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          fuelPa: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          manifoldPa: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          volts?: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          lambda?: number[];
          /**
           * @minItems 2
           * @maxItems 6000
           */
          ethanol?: number[];
        };
      }
    | {
        stepId: string;
        value: number;
        note?: string;
        by?: {
          id: string;
          name: string;
          resolution: number;
          calibratedOn: string | null;
        };
      }
    | {
        stepId: string;
        result: 'done' | 'skipped' | 'open';
        note?: string;
        lengthM?: number;
      }
    | {
        itemId: string;
        what: string;
        off: boolean;
      }
    | {
        itemId: string;
        of: 'line' | 'clip' | 'branch' | 'pin' | 'fluid' | 'tool';
        what: string;
        detail: string;
        closed: boolean;
      }
    | {
        stepId: string;
      }
    | {
        note?: string;
      };
  corrects?: string | null;
  takenAt: string;
  sentAt?: string;
}

export interface NewRevision {
  name: string;
}

export interface NewRun {
  runId: string;
  kind:
    | 'dry-test'
    | 'joint-walk'
    | 'gas-hold'
    | 'liquid-hold'
    | 'drive-log'
    | 'build'
    | 'winding'
    | 'volts'
    | 'sensors'
    | 'prime'
    | 'each-pump'
    | 'base-pressure'
    | 'reference'
    | 'flow-catch'
    | 'cranking'
    | 'running'
    | 'high-side'
    | 'hot-soak';
  setup:
    | {
        cautionsRead: boolean;
        pressurePa: number;
        volumeM3: number;
        resolutionPa: number;
        limitM3s: number;
        barometricPa: number;
        /**
         * @minItems 1
         * @maxItems 500
         */
        lines?: string[];
        gaugeMaxPa?: number;
      }
    | {
        cautionsRead: boolean;
        resolutionPa: number;
        limitM3s: number;
        gaugeMaxPa: number;
        volumeM3: number;
        swellsM3K: number;
      }
    | {
        cautionsRead: boolean;
      };
}

export interface NewShopKey {
  publicKey: string;
  shop: string;
  fingerprint: string;
}

export interface OwnPassword {
  old: string;
  password: string;
}

export interface OwnPin {
  password: string;
  pin: string | null;
}

export interface OwnShop {
  shop: string;
  units?: 'us' | 'us-gph' | 'metric';
  login: string;
  name: string;
  password: string;
}

export interface PersonChange {
  name?: string;
  role?: 'technician' | 'lead' | 'viewer';
  active?: boolean;
}

export interface PinSignIn {
  personId: string;
  pin: string;
}

export interface PutAside {
  quantity: number;
}

export interface PutInLibrary {
  name: string;
  data: object;
  retired?: boolean;
  baseRevision: number;
}

export interface PutOnShelf {
  part: string;
  unit: 'each' | 'm';
  quantity?: number;
  note?: string;
}

export interface PutPrices {
  /**
   * @minItems 1
   * @maxItems 2000
   */
  prices: {
    part: string;
    unit: 'each' | 'm';
    cents: number | null;
  }[];
}

export interface Restore {
  shop: string;
}

export interface SetBench {
  doing: 'reading' | 'fuel-hold' | 'gas-hold' | 'draw-off';
  jobId?: string;
  kind?:
    | 'winding'
    | 'volts'
    | 'sensors'
    | 'prime'
    | 'each-pump'
    | 'base-pressure'
    | 'reference'
    | 'flow-catch'
    | 'cranking'
    | 'running'
    | 'high-side'
    | 'hot-soak';
  stepId?: string;
  isolation?: 'open' | 'return-capped' | 'feed-capped' | 'both-capped';
  pressurePa?: number;
  volumeM3?: number;
  drawnM3?: number;
}

export interface SettingsChange {
  now: {
    name?: string;
    address?: string;
    units?: 'us' | 'us-gph' | 'metric';
    limits?: {
      designMargin: number;
      stagingMargin: number;
      pumpDropV: number;
      rubberYears: number;
      injectionHoseYears: number;
    };
    hoseSold?: {
      /**
       * @maxItems 8
       */
      rollsM: number[];
      longestM: number;
    };
    gasLeadPa?: number;
    secondLooks?: ('tank' | 'internals' | 'marks' | 'brakes')[];
    labelAddress?: string;
  };
  was: {
    name?: string;
    address?: string;
    units?: 'us' | 'us-gph' | 'metric';
    limits?: {
      designMargin: number;
      stagingMargin: number;
      pumpDropV: number;
      rubberYears: number;
      injectionHoseYears: number;
    };
    hoseSold?: {
      /**
       * @maxItems 8
       */
      rollsM: number[];
      longestM: number;
    };
    gasLeadPa?: number;
    secondLooks?: ('tank' | 'internals' | 'marks' | 'brakes')[];
    labelAddress?: string;
  };
}

export interface SignIn {
  login: string;
  password: string;
}
