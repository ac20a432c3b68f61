import type { TemplateContent } from '../../core/template/template.ts';
import { typesMeant } from './typesMeant.ts';
import { problemsOver } from './templateContent.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Scope } from '../access/scope.ts';
import { currentPassages } from './compiled.ts';

export async function refuseErrors(scope: Scope, content: TemplateContent): Promise<void> {
  const types = await typesMeant(scope, content);
  const passages = await currentPassages(scope);
  const errors = problemsOver(content, types, passages).filter(({ severity }) => severity === 'error');
  if (errors.length > 0) {
    throw new DomainProblem('badTemplate', [{ code: 'errorsStopApproval' }, { code: 'nothingChanged' }], {
      problems: errors,
    });
  }
}
