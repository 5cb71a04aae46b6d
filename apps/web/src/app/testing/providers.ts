import { provideZonelessChangeDetection } from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { provideIcons } from '../shared/icons';

/** What every test of the page starts with, as `main.ts` has it. */
export default [
  provideZonelessChangeDetection(),
  provideIcons(),
  {
    provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
    useValue: { appearance: 'outline', subscriptSizing: 'dynamic' },
  },
];
