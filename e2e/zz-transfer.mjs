import { chromium } from '@playwright/test';
import { register } from 'tsx/esm/api';
register();
const { transferFigures } = await import('../bench/transfer.ts');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--disable-gpu'] });
console.log(await transferFigures(browser, process.argv[2]));
await browser.close();
