import { serve } from '../serve.js';
import { listingApp } from './app.js';

serve(listingApp(), 4640);
