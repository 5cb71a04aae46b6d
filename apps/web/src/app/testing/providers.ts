import { provideZonelessChangeDetection } from '@angular/core';
import { CONTROLS } from '../shared/controls';

/** What every test of the page starts with, as `main.ts` has it. */
export default [provideZonelessChangeDetection(), ...CONTROLS];
