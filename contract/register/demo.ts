/** The demo's accounts all have this password; they are refused where other machines are served. */
export const DEMO_PASSWORD = 'quillmere-seeds';
