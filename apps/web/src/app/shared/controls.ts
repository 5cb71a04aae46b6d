import type { EnvironmentProviders, Provider } from '@angular/core';
import { MAT_DIALOG_DEFAULT_OPTIONS, MatDialogConfig } from '@angular/material/dialog';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { MAT_TOOLTIP_DEFAULT_OPTIONS } from '@angular/material/tooltip';
import { provideIcons } from './icons';

/** A tip waits until a pointer rests, and goes at once. */
const TIPS = { showDelay: 400, hideDelay: 0, touchendHideDelay: 1500, disableTooltipInteractivity: true };
/** Outlined, its name above or told to readers, and no room kept below for what is not said. */
const FIELDS = { appearance: 'outline', subscriptSizing: 'dynamic' };
/** As wide as a form wants to be; whatever had the focus gets it back. */
const DIALOGS = { ...new MatDialogConfig(), width: '560px', maxWidth: '92vw', maxHeight: '86vh' };

/** How Material's controls behave everywhere on the page, and in its tests. */
export const CONTROLS: (Provider | EnvironmentProviders)[] = [
  provideIcons(),
  { provide: MAT_TOOLTIP_DEFAULT_OPTIONS, useValue: TIPS },
  { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: FIELDS },
  { provide: MAT_DIALOG_DEFAULT_OPTIONS, useValue: DIALOGS },
];
