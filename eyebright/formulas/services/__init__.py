"""Formulas and the core: the only rooms here that know both.

`choices` says what there is, `beginning` begins one, `workbench` turns what is kept into the core's and back,
`formulas` keeps them, `digests` what is kept of their assessments, `assessments` shows what comes of one,
`proposals` changes one, `comparing` puts them side by side, `matching` ranks them, `sharing` (with `card`)
gives them out and takes them in.
"""
