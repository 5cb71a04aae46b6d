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

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch()),
    provideRouter(ROUTES, withComponentInputBinding()),
    provideIcons(),
    { provide: MAT_TOOLTIP_DEFAULT_OPTIONS, useValue: TIPS },
  ],
}).catch((error: unknown) => console.error(error));
