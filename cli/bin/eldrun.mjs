#!/usr/bin/env node
import { bundleCommand, COMMAND } from '../../scripts/bundle-command.mjs';

await bundleCommand();
await import(COMMAND);
