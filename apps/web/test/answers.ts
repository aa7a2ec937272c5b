import type { DevicesController } from '../../server/src/accounts/devices.controller.ts';
import type { MeController } from '../../server/src/accounts/me.controller.ts';
import type { PeopleController } from '../../server/src/accounts/people.controller.ts';
import type { SessionController } from '../../server/src/accounts/session.controller.ts';
import type { AdminController } from '../../server/src/admin/admin.controller.ts';
import type { ArchiveController } from '../../server/src/archive/archive.controller.ts';
import type { InstrumentsController } from '../../server/src/instruments/instruments.controller.ts';
import type { AcceptancesController } from '../../server/src/jobs/acceptances.controller.ts';
import type { JobsController } from '../../server/src/jobs/jobs.controller.ts';
import type { RevisionsController } from '../../server/src/jobs/revisions.controller.ts';
import type { LibraryController } from '../../server/src/library/library.controller.ts';
import type { PhotosController } from '../../server/src/photos/photos.controller.ts';
import type { TestRunsController } from '../../server/src/records/test-runs.controller.ts';
import type { SearchController } from '../../server/src/search/search.controller.ts';
import type { PricesController } from '../../server/src/shelf/prices.controller.ts';
import type { ShelfController } from '../../server/src/shelf/shelf.controller.ts';
import type { FirstRunController } from '../../server/src/shop/first-run.controller.ts';
import type { ShopController } from '../../server/src/shop/shop.controller.ts';
import type { Price } from '@venula/core/supply';
import type { AuditEntry, BackupRow, ServiceState, TakenIn } from '../src/api/admin.ts';
import type { BenchState, InstrumentRow } from '../src/api/instruments.ts';
import type { LibraryRow } from '../src/api/library.ts';
import type { DeviceRow, PersonAdded, PersonRow, SessionRow } from '../src/api/people.ts';
import type { PhotoRow } from '../src/api/photos.ts';
import type { ThisDevice } from '../src/api/session.ts';
import type { FirstRun, ShopFace } from '../src/api/shop.ts';
import type {
  AcceptanceRow,
  CarJob,
  JobList,
  JobRecord,
  Person,
  ReadingRow,
  RevisionRow,
  RunRow,
  ShelfRow,
  StartedRun,
} from '../src/api/types.ts';

/*
 * What the page takes for the answer of each route, against what the route returns: a field that the server renames or drops
 * does not compile here. Types only; what is sent the other way is made from the server's schemas (requests.ts).
 */

/** What is left of a value once it has gone through JSON. */
type Said<T> = T extends Date
  ? string
  : T extends (...args: never[]) => unknown
    ? never
    : T extends object
      ? { [K in keyof T]: Said<T[K]> }
      : T;
/** What a route of a controller answers. */
type Answer<C, M extends keyof C> = C[M] extends (...args: never[]) => infer R ? Said<Awaited<R>> : never;
/** Does not compile where the page reads something else. */
type Reads<Page, Server extends Page> = [Page, Server];

export type Answers = [
  Reads<readonly PersonRow[], Answer<PeopleController, 'list'>>,
  Reads<PersonAdded, Answer<PeopleController, 'add'>>,
  Reads<PersonRow, Answer<PeopleController, 'change'>>,
  Reads<{ readonly password: string }, Answer<PeopleController, 'reset'>>,
  Reads<readonly SessionRow[], Answer<PeopleController, 'sessionsOfAll'>>,
  Reads<readonly SessionRow[], Answer<MeController, 'list'>>,
  Reads<readonly DeviceRow[], Answer<DevicesController, 'list'>>,
  Reads<Person, Answer<SessionController, 'current'>>,
  Reads<Person, Answer<SessionController, 'create'>>,
  Reads<Person, Answer<SessionController, 'byPin'>>,
  Reads<ThisDevice, Answer<SessionController, 'device'>>,
  Reads<ShopFace, Answer<ShopController, 'get'>>,
  Reads<ShopFace, Answer<ShopController, 'change'>>,
  Reads<ShopFace, Answer<ShopController, 'setLogo'>>,
  Reads<FirstRun, Answer<FirstRunController, 'state'>>,
  Reads<ServiceState, Answer<AdminController, 'state'>>,
  Reads<BackupRow, Answer<AdminController, 'backup'>>,
  Reads<TakenIn, Answer<AdminController, 'import'>>,
  Reads<{ readonly items: readonly AuditEntry[]; readonly more: boolean }, Answer<AdminController, 'audit'>>,
  Reads<readonly string[], Answer<AdminController, 'actions'>>,
  Reads<JobList, Answer<JobsController, 'list'>>,
  Reads<readonly CarJob[], Answer<JobsController, 'sameCar'>>,
  Reads<JobRecord, Answer<JobsController, 'create'>>,
  Reads<JobRecord, Answer<JobsController, 'get'>>,
  Reads<JobRecord, Answer<ArchiveController, 'read'>>,
  Reads<readonly AcceptanceRow[], Answer<AcceptancesController, 'list'>>,
  Reads<AcceptanceRow, Answer<AcceptancesController, 'accept'>>,
  Reads<readonly RevisionRow[], Answer<RevisionsController, 'list'>>,
  Reads<RevisionRow, Answer<RevisionsController, 'freeze'>>,
  Reads<RevisionRow, Answer<RevisionsController, 'get'>>,
  Reads<readonly RunRow[], Answer<TestRunsController, 'list'>>,
  Reads<StartedRun, Answer<TestRunsController, 'start'>>,
  Reads<ReadingRow, Answer<TestRunsController, 'reading'>>,
  Reads<ReadingRow, Answer<TestRunsController, 'add'>>,
  Reads<readonly InstrumentRow[], Answer<InstrumentsController, 'list'>>,
  Reads<InstrumentRow, Answer<InstrumentsController, 'add'>>,
  Reads<BenchState | null, Answer<InstrumentsController, 'bench'>>,
  Reads<readonly PhotoRow[], Answer<PhotosController, 'list'>>,
  Reads<readonly LibraryRow[], Answer<LibraryController, 'list'>>,
  Reads<readonly ShelfRow[], Answer<ShelfController, 'list'>>,
  Reads<readonly Price[], Answer<PricesController, 'list'>>,
  Reads<{ readonly items: readonly object[]; readonly more: boolean }, Answer<SearchController, 'parts'>>,
];
