export {
  type ChangeOperation,
  type Finding,
  type FindingFix,
  type PatchOperation,
  type Severity,
  findingFingerprint,
  findingKey,
} from '../outcome/finding.ts';
export type { InputError } from '../outcome/result.ts';
