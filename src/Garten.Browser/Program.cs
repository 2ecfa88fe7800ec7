using System.Runtime.Versioning;

[assembly: SupportedOSPlatform("browser")]

// Everything is called from the worker that loads this; there is nothing to run of itself.
return 0;
