import { config } from 'zod';

// The content policy forbids code made at run time, which the schema library would try first.
config({ jitless: true });
