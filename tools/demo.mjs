import { serve } from './serve.mjs';

serve({ FIELDCHALK_DEMO: '1', FIELDCHALK_DATA: 'data/demo.sqlite' });
