/** The version of this page. */
export const version: string = __APP_VERSION__;
