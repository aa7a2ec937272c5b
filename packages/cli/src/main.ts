import { sayEnding } from '@venula/core/say';
import { readFileSync, statSync } from 'node:fs';
import { evaluateStates } from '@venula/core/advise';
import { wiredRulesOf, type JobDocument } from '@venula/core/document';
import {
  checkReport,
  checkSchema,
  JOB_FILE_LIMIT,
  jobSchema,
  readJob,
  wireListCsv,
  wiringNetlist,
  wiringSvg,
} from '@venula/core/formats';
import { harnessOf, allOn, truthTable } from '@venula/core/harness';
import type { InputError } from '@venula/core/outcome';

const USAGE = `venula check JOB.json          every operating state and every finding, as JSON
venula solve JOB.json          pressures and flows at every part, as JSON
venula wires JOB.json          the wire list, as CSV
venula drawing JOB.json        the wiring drawn, as SVG
venula netlist JOB.json        the wiring with every input on, as a SPICE netlist
venula truth JOB.json          what the wiring does at every combination of inputs, as JSON
venula schema job|check        the published JSON Schema
exit code: 0 no stop-findings, 1 stop-findings, 2 unreadable input`;

const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);

const refuse = (errors: readonly InputError[]): never => {
  print({ format: 'venula-error', errors });
  process.exit(2);
};

const inputError = (code: string, message: string, remedy: string): InputError => ({
  code,
  field: '',
  message,
  remedy,
});

function load(path: string | undefined): JobDocument {
  if (path === undefined) return refuse([inputError('NO_FILE', 'no job file was named', USAGE)]);
  let text: string;
  try {
    const { size } = statSync(path);
    if (size > JOB_FILE_LIMIT * 4)
      return refuse([inputError('TOO_LARGE', `${path} holds ${size} bytes`, 'name a Venula job file')]);
    text = new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(path));
  } catch (error) {
    const why = error instanceof Error ? error.message : 'cannot be read';
    return refuse([inputError('UNREADABLE', `${path}: ${why}`, 'name a file that exists and is UTF-8 text')]);
  }
  const read = readJob(text);
  return read.ok ? read.value : refuse(read.errors);
}

const [command, argument] = process.argv.slice(2);
switch (command) {
  case 'check': {
    const report = checkReport(load(argument));
    print(report);
    process.exitCode = report.findings.some((f) => f.severity === 'stop') ? 1 : 0;
    break;
  }
  case 'solve':
    print(
      evaluateStates(load(argument)).map(({ state, converged, ending, values }) => ({
        state: state.id,
        converged,
        reason: sayEnding(ending),
        stations: (values?.stations ?? []).map((s) => ({
          id: s.elementId,
          name: s.name,
          inPa: s.pUp,
          outPa: s.pDown,
          flowM3s: s.flow,
          ...(s.run ? { velocityMs: s.run.velocity, reynolds: s.run.reynolds } : {}),
        })),
      })),
    );
    break;
  case 'wires':
    process.stdout.write(wireListCsv(load(argument)));
    break;
  case 'drawing':
    process.stdout.write(wiringSvg(load(argument)));
    break;
  case 'netlist': {
    const doc = load(argument);
    process.stdout.write(wiringNetlist(doc, allOn(doc)));
    break;
  }
  case 'truth': {
    const doc = load(argument);
    print(truthTable(harnessOf(doc), wiredRulesOf(doc)));
    break;
  }
  case 'schema':
    print(argument === 'check' ? checkSchema() : jobSchema());
    break;
  default:
    process.stderr.write(`${USAGE}\n`);
    process.exitCode = 2;
}
