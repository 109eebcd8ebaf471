/** Where Core for the browser lies, with a slash at its end; empty where it was not built. */
declare const __CORE__: string
/** What the app needs to open without a signal, with what each file is known by. */
declare const __OFFLINE_FILES__: { url: string; revision: string | null }[]
