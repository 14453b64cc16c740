import { configure } from '@testing-library/react';

// A machine that shares its cores may take many times the second that is usual; a slow pass is no fault.
configure({ asyncUtilTimeout: 20_000 });
