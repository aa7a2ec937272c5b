import { keepAccess } from '../accounts/access-state.ts';
import { HeldAccess } from '../accounts/held-access.entity.ts';
import { hashSecret, readableSecret } from '../accounts/secrets.ts';
import { Session } from '../accounts/session.entity.ts';
import { User } from '../accounts/user.entity.ts';
import { audit } from '../audit/audit.ts';
import { command, Refused } from './command.ts';

const HOURS = 24;

/** For the shop whose only lead forgot the password: whoever can run this owns the server. */
await command('usage: npm run reset-password -- SIGN-IN-NAME', async (db, [login, ...more]) => {
  if (!login || more.length > 0) throw new Refused('Whose?');
  const password = readableSecret();
  const passwordHash = await hashSecret(password);
  await db.transaction(async (tx) => {
    const user = await tx.findOneBy(User, { login: login.toLowerCase() });
    if (!user) throw new Refused(`Nobody signs in as “${login}”.`);
    await tx.update(
      User,
      { id: user.id },
      {
        passwordHash,
        pinHash: null,
        active: true,
        passwordForOnceUntil: new Date(Date.now() + HOURS * 3_600_000),
      },
    );
    await tx.delete(Session, { userId: user.id });
    await tx.delete(HeldAccess, { subjectId: user.id });
    await audit(tx, 'Server console', 'password-reset', null, { name: user.name });
  });
  await keepAccess(db);
  console.log(`${login} signs in with ${password} within ${HOURS} hours, and then chooses a password.`);
});
