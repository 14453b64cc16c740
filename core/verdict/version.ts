/** Which computation a stored verdict was made by; raised when a result would come out otherwise. */
export const CORE_VERSION = '4';
