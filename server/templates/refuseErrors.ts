import type { Office } from '../app/services.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { problemsOver } from './templateContent.ts';
import { HttpProblem } from '../http/httpProblem.ts';

export async function refuseErrors(office: Office, content: TemplateContent): Promise<void> {
  const types = await listMatterTypes(office.db);
  const passages = await office.programs.passages(office.db);
  const errors = problemsOver(content, types, passages).filter(({ severity }) => severity === 'error');
  if (errors.length > 0) {
    throw new HttpProblem(
      'badTemplate',
      'A template with an error cannot be approved. Nothing was changed.',
      {
        problems: errors,
      },
    );
  }
}
