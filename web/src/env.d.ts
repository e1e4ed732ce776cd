/// <reference types="vite/client" />

/** The version of the program, put in when it is built. */
declare const __APP_VERSION__: string;
