import { MAT_DIALOG_DEFAULT_OPTIONS, MatDialogConfig } from '@angular/material/dialog';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { MAT_TOOLTIP_DEFAULT_OPTIONS } from '@angular/material/tooltip';
import { provideIcons } from './app/shared/icons';
import { App } from './app/shell/app';
import { ROUTES } from './app/shell/routes';

/** A tip waits until a pointer rests, and goes at once. */
const TIPS = { showDelay: 400, hideDelay: 0, touchendHideDelay: 1500, disableTooltipInteractivity: true };

/** Outlined, its name above or told to readers, and no room kept below for what is not said. */
const FIELDS = { appearance: 'outline', subscriptSizing: 'dynamic' } as const;

/** As wide as a form wants to be; whatever had the focus gets it back. */
const DIALOGS = {
  ...new MatDialogConfig(),
  width: '560px',
  maxWidth: '92vw',
  maxHeight: '86vh',
};

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch()),
    provideRouter(ROUTES, withComponentInputBinding()),
    provideIcons(),
    { provide: MAT_TOOLTIP_DEFAULT_OPTIONS, useValue: TIPS },
    { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: FIELDS },
    { provide: MAT_DIALOG_DEFAULT_OPTIONS, useValue: DIALOGS },
  ],
}).catch((error: unknown) => console.error(error));
