// Made by scripts/request-types.mjs from the schemas the server checks by: change those, not this.

export interface Archive {
  archived: boolean;
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

export interface NewReading {
  readingId: string;
  kind: 'dry-row' | 'joint' | 'pressure' | 'measured' | 'step' | 'removed' | 'sign-off';
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
      }
    | {
        stepId: string;
        value: number;
        note?: string;
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
        note?: string;
      };
  corrects?: string | null;
  takenAt: string;
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
    | 'build'
    | 'winding'
    | 'volts'
    | 'prime'
    | 'base-pressure'
    | 'reference'
    | 'flow-catch'
    | 'cranking'
    | 'running'
    | 'hot-soak';
  setup:
    | {
        cautionsRead: boolean;
        pressurePa: number;
        volumeM3: number;
        resolutionPa: number;
        limitM3s: number;
        barometricPa: number;
        gaugeMaxPa?: number;
      }
    | {
        cautionsRead: boolean;
      };
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

export interface SignIn {
  login: string;
  password: string;
}
