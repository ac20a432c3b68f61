import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { findPassage, passageUses, updatePassage } from './passageQueries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { auditPassage } from './auditPassage.ts';

/** Puts a passage away for good. One that something still says is kept, and where is said. */
export async function retirePassage(office: Office, person: Account, id: string): Promise<void> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const uses = (await passageUses(office.db))(id);
  if (uses.templates.length + uses.passages.length + uses.signatureOf.length > 0) {
    const names = [...uses.templates, ...uses.passages].map(({ name }) => name);
    throw new HttpProblem(
      'passageInUse',
      `It is still used: ${[...names, ...uses.signatureOf.map((name) => `${name}’s signature`)].slice(0, 5).join(', ')}. Take it out there first.`,
      { uses },
    );
  }
  await office.db.transaction(async (tx) => {
    await updatePassage(tx, id, { retired: true });
    await auditPassage(office, tx, person, 'passage.retired', id, { name: passage.name });
  });
  office.changes.tell({ kind: 'passage', id });
}
