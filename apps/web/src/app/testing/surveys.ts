import { DEMO_SURVEY } from '@spare-coat/demo/survey';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { of } from 'rxjs';
import type { DemoBench } from './demoBench';
import { testId } from './bench';

export const SURVEY_BLOB = 'a'.repeat(64);

/** Lays the demo’s survey into the coat, as it was before anything was done. */
export function withSurvey(bench: DemoBench): void {
  bench.lay({
    type: 'survey.add',
    id: testId(),
    name: 'Before anything',
    at: '2026-11-21T08:12:40.000Z',
    what: 'survey',
    blob: SURVEY_BLOB,
  });
  bench.api['survey'] = () => of(DEMO_SURVEY);
}

/** The server reads whatever file it is sent as this survey. */
export function readsAs(bench: DemoBench, survey: Survey, blob = 'b'.repeat(64)): void {
  bench.api['sendSurvey'] = () => of({ blob, what: 'survey', survey });
}

export const surveyFile = () => new File(['{}'], 'survey.json', { type: 'application/json' });
