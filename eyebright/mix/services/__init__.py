"""Mix and the core: the only room here that knows both. `jugs` answers; what is poured, Make keeps."""
