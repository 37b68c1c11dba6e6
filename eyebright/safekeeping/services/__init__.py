"""`archive` is the household as one ZIP, `restoring` puts one back, `import_head` a head.

`copies` are made by themselves and kept in turn, by the `keeper` while the server runs; `condition` says in
what state the files are, `removed` what was removed of late; `whole` is what a request asks of all that.
"""
