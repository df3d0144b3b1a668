/** Stands for the address that Vite makes of the workers' code. */
export default '/compute.js';
