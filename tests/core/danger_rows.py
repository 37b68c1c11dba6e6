"""What must never pass without a word, and what must: written from the sheets, a row a case.

A row: where | for whom | what goes in | how it is used | least level (danger) | a word the caution says.
Where: `jug`, or a family of the bench. How: `rinsed MIN` or `left`, then `covered`, and settings as
`pot=iron`. `own KIND NAME ph=13` is an entry of the household's own. Calm rows say nothing above a note.
"""

DANGERS = """
jug | adult | 250 mL lemon_juice | rinsed 2 | stop | acid
jug | adult | 150 mL spirit_vinegar + 150 mL distilled | rinsed 1 | stop | acid
jug | adult | 15 mL spirit_vinegar + 15 mL distilled | left | stop | acid
jug | adult | 20 g citric_acid + 300 mL distilled | rinsed 1 | stop | acid
jug | adult | 5 g citric_acid + 400 mL distilled | rinsed 1 | stop | acid
jug | adult | 0.5 g citric_acid + 400 mL distilled | left | stop | acid
jug | adult | 40 mL lactic_acid + 200 mL distilled | rinsed 1 | stop | acid
jug | adult | 30 mL spirit_vinegar + 470 mL distilled | left | stop | acid
jug | adult | 1 g tartaric_acid + 400 mL distilled | left | stop | acid
jug | adult | 100 mL cider_vinegar + 300 mL very_hard | rinsed 1 | warning | acid
jug | adult | 100 mL lime_juice + 100 mL rain | rinsed 1 | stop | acid
jug | adult | 150 mL verjuice + 50 mL distilled | left | stop | acid
jug | adult | 30 mL cider_vinegar + 500 mL distilled | rinsed 15 | stop | minutes
jug | adult | 30 mL cider_vinegar + 500 mL distilled | rinsed 5 | warning | minutes
jug | adult | 60 mL cider_vinegar + 400 mL very_hard | rinsed 45 | stop | minutes
jug | eczema | 30 mL cider_vinegar + 500 mL distilled | rinsed 1 | stop | acid
jug | eczema | 25 mL malt_vinegar + 500 mL very_hard | left | stop | acid
jug | eczema | 40 mL cider_vinegar + 500 mL very_hard | rinsed 2 | warning | acid
jug | tender | 30 mL malt_vinegar + 500 mL distilled | rinsed 2 | stop | acid
jug | child 8 | 30 mL cider_vinegar + 500 mL distilled | rinsed 1 | stop | acid
jug | child 8 | 5 mL cider_vinegar + 500 mL rain | left | stop | acid
jug | child 4 | 60 mL malt_vinegar + 400 mL hard | rinsed 1 | warning | acid
jug | bleached 3 | 30 mL cider_vinegar + 500 mL distilled | rinsed 1 | stop | acid
jug | broken | 20 mL cider_vinegar + 500 mL hard | rinsed 1 | stop | broken
jug | flags sores | 10 mL malt_vinegar + 500 mL hard | rinsed 1 | stop | sores
jug | flags lice | 40 mL malt_vinegar + 500 mL hard | rinsed 2 | stop | lice
jug | flags eye | 10 mL malt_vinegar + 500 mL hard | rinsed 1 | stop | eye
jug | baby 1 | 5 mL malt_vinegar + 500 mL hard | rinsed 1 | stop | under three
jug | adult | 30 mL vinegar_essence_25 + 60 mL distilled | rinsed 1 | stop | acid
jug | adult | 10 mL vinegar_essence_80 + 990 mL distilled | rinsed 1 | stop | never
mask | adult | 100 mL lemon_juice + 20 mL honey | rinsed 20 | stop | acid
herb_mild | adult | 200 mL spirit_vinegar + 200 mL rain | rinsed 3 | stop | acid
acid_rinse | adult | 30 mL cider_vinegar + 500 mL distilled | rinsed 480 covered | stop | minutes
mask | adult | 60 mL cider_vinegar + 400 mL hard | rinsed 480 covered | stop | minutes
spray | adult | 20 mL malt_vinegar + 180 mL distilled | left | stop | acid
serum | adult | 20 mL lemon_juice + 10 mL rose_water | left | stop | acid
spray | eczema | 2 g citric_acid + 300 mL rain | left | stop | acid
spray | child 5 | 3 mL cider_vinegar + 300 mL distilled | left | stop | acid
herb_mild | eczema | 20 g roselle + 400 mL distilled | rinsed 5 | stop | acid
acid_rinse | tender | 30 mL fruit_vinegar + 500 mL rain | rinsed 1 | stop | acid
jug | adult | 20 g washing_soda + 300 mL distilled | rinsed 1 | stop | alkal
jug | adult | 3 g washing_soda + 500 mL distilled | rinsed 10 | stop | alkal
jug | adult | 15 g baking_soda + 500 mL distilled | rinsed 30 | stop | minutes
jug | adult | 15 g baking_soda + 500 mL distilled | rinsed 5 | warning | minutes
jug | adult | 15 g baking_soda + 500 mL distilled | left | stop | alkali
jug | adult | 30 g baking_soda + 500 mL distilled | rinsed 1 | warning | soda
jug | child 8 | 10 g baking_soda + 500 mL distilled | rinsed 1 | stop | child
jug | child 4 | 10 g baking_soda + 500 mL distilled | rinsed 120 | stop | child
jug | eczema | 10 g baking_soda + 500 mL distilled | rinsed 1 | stop | tender
jug | bleached 5 | 10 g baking_soda + 500 mL distilled | rinsed 1 | stop | treatment
jug | dry | 10 g baking_soda + 500 mL distilled | rinsed 1 | warning | dry
jug | broken | 10 g baking_soda + 500 mL distilled | rinsed 1 | stop | broken
jug | adult | 10 g own alkali powder drain flakes ph=13.5 + 500 mL distilled | rinsed 1 | stop | alkal
jug | adult | 5 g own alkali powder lye + 500 mL distilled | rinsed 1 | stop | never
jug | adult | 5 g own some powder Ätznatron + 500 mL distilled | rinsed 1 | stop | never
jug | adult | 50 mL own some liquid lessive de cendre + 200 mL rain | rinsed 1 | stop | never
jug | adult | 10 g own alkali powder borax ph=9.3 + 500 mL distilled | rinsed 1 | stop | never
jug | adult | 10 g own alkali powder laundry crystals ph=11.4 + 500 mL distilled | rinsed 2 | stop | alkal
jug | adult | 50 mL castile_soap + 150 mL distilled | left | stop | alkal
jug | eczema | 40 mL castile_soap + 160 mL distilled | rinsed 2 | stop | alkal
jug | bleached 5 | 40 mL castile_soap + 160 mL distilled | rinsed 2 | stop | alkal
jug | child 2 | 20 mL castile_soap + 160 mL distilled | rinsed 1 | stop | under three
jug | child 4 | 20 mL castile_soap + 160 mL distilled | rinsed 1 | warning | alkal
jug | adult | 100 mL castile_soap + 100 mL distilled | rinsed 1 | warning | soap
jug | adult | 40 mL castile_soap + 160 mL distilled | rinsed 12 | stop | minutes
mask | adult | 15 g baking_soda + 300 mL rain | rinsed 20 | stop | minutes
herb_mild | child 8 | 15 g baking_soda + 300 mL rain | rinsed 2 | stop | child
herb_mild | eczema | 15 g baking_soda + 300 mL rain | rinsed 2 | stop | tender
clay_damp | adult | 60 g kaolin + 20 g baking_soda + 100 mL rain | rinsed 20 | stop | minutes
mask | adult | 10 g washing_soda + 200 mL rain | rinsed 10 | stop | alkal
spray | adult | 5 g baking_soda + 300 mL rain | left | stop | alkal
spray | adult | 10 mL castile_soap + 200 mL rain | left | stop | alkal
starch | bleached 5 | 60 mL paste_soap + 200 mL rain | rinsed 5 | stop | alkal
dry_blend | adult | 40 g baking_soda + 40 g corn_starch | rinsed 5 | warning | soda
soap_wash | bleached 10 | 10 mL black_soap + 100 mL rain | rinsed 2 | stop | alkal
saponin_liquor | old | 50 g soapwort + 500 mL rain | rinsed 3 step=simmer cool=70 | stop | hot
juice | broken | 60 mL ginger_juice | rinsed 60 covered | stop | broken
mask | adult | 50 mL coconut_milk + 30 mL lime_juice | rinsed 40 | stop | acid
jug | adult | 20 mL bleach + 20 mL ammonia + 200 mL distilled | rinsed 2 | stop | gas
herb_mild | adult | 10 g psoralea_seed + 300 mL distilled | left | stop | sun
soap_wash | eczema | 40 mL castile_soap + 160 mL rain | rinsed 2 | stop | alkal
soap_wash | broken | 40 mL castile_soap + 160 mL rain | rinsed 2 | stop | broken
soap_wash | adult | 40 mL castile_soap + 160 mL rain | rinsed 30 | stop | minutes
soap_wash | adult | 40 mL castile_soap + 160 mL rain | rinsed 6 covered | stop | cover
alkaline_wash | adult | 12 g baking_soda + 400 mL rain | rinsed 4 covered | stop | cover
alkaline_wash | adult | 12 g baking_soda + 400 mL rain | rinsed 2 step=simmer | stop | washing soda
mask | adult | 100 mL onion_juice + 20 mL honey | rinsed 10 | warning | half
mask | adult | 100 mL onion_juice + 20 mL honey | rinsed 10 covered | stop | cover
juice | adult | 30 mL ginger_juice + 30 mL aloe_gel | rinsed 5 | stop | ginger
juice | adult | 10 mL garlic + 60 mL aloe_gel | rinsed 5 | stop | garlic
juice | child 9 | 5 mL onion_juice + 60 mL aloe_gel | rinsed 5 | stop | child
juice | broken | 10 mL ginger_juice + 90 mL aloe_gel | rinsed 5 | stop | broken
juice | tender | 10 mL onion_juice + 90 mL aloe_gel | rinsed 5 | stop | tender
juice | adult | 20 mL onion_juice + 60 mL aloe_gel | rinsed 60 covered | stop | minutes
jug | child 9 | 20 mL ginger_juice + 200 mL rain | rinsed 3 | stop | child
jug | adult | 200 mL onion_juice | rinsed 3 | warning | half
jug | adult | 30 mL garlic + 100 mL rain | rinsed 3 | stop | garlic
scrub | adult | 80 g sea_salt + 30 mL honey | rinsed 3 | warning | coarse
scrub | tender | 80 g table_salt + 30 mL honey | rinsed 3 | stop | grains
scrub | broken | 80 g white_sugar + 30 mL honey | rinsed 3 | stop | grains
scrub | child 8 | 80 g sea_salt + 30 mL glycerine | rinsed 3 | stop | grains
scrub | adult | 80 g table_salt + 30 mL honey | rinsed 20 | stop | minutes
clay_damp | adult | 60 g kaolin + 70 mL rain | rinsed 90 | stop | minutes
clay_damp | adult | 60 g kaolin + 70 mL rain | rinsed 40 | warning | minutes
clay_damp | adult | 60 g kaolin + 70 mL rain | rinsed 20 | warning | dries
clay_dry | dry | 60 g kaolin + 70 mL rain | rinsed 10 | stop | oily
clay_damp | locs | 60 g kaolin + 70 mL rain | rinsed 10 covered | stop | locs
mask | locs | 150 mL buttermilk + 10 mL honey | rinsed 20 covered | stop | locs
dry_blend | asthma | 50 g corn_starch + 20 g kaolin | rinsed 5 | stop | asthma
saponin_paste | asthma | 30 g shikakai + 90 mL rain | rinsed 5 | warning | asthma
spray | asthma | 200 mL rose_water + 5 mL glycerine | left | warning | spray
spray | adult | 200 mL rose_water + 5 mL peppermint_oil | left | stop | essential oil
spray | adult | 200 mL rose_water + 1.5 mL lavender_oil | left | stop | essential oil
serum | adult | 30 mL jojoba_oil + 1 mL rosemary_oil | left | stop | essential oil
serum | adult | 10 mL lavender_oil + 10 mL tea_tree_oil | left | stop | neat
jug | adult | 500 mL rain + 8 mL lavender_oil | rinsed 2 | stop | essential oil
jug | adult | 500 mL rain + 1 mL lavender_oil | rinsed 2 | warning | float
jug | child 4 | 500 mL rain + 0.2 mL rosemary_oil | rinsed 2 | stop | under six
jug | child 2 | 500 mL rain + 0.1 mL lavender_oil | rinsed 2 | stop | under three
spray | child 8 | 200 mL rose_water + 0.8 mL lavender_oil + 10 mL sunflower_oil | left | stop | essential oil
spray | child 5 | 200 mL rain + 0.1 mL peppermint_oil + 5 mL sunflower_oil | left | stop | under six
spray | child 8 | 200 mL rain + 0.1 mL eucalyptus_oil + 5 mL sunflower_oil | left | warning | face
spray | pregnant first | 200 mL rain + 0.2 mL lavender_oil + 5 mL sunflower_oil | left | stop | three months
spray | pregnant later | 200 mL rain + 0.1 mL dalmatian_sage_oil + 5 mL sunflower_oil | left | stop | pregnan
spray | pregnant later | 200 mL rain + 0.8 mL lavender_oil + 5 mL sunflower_oil | left | stop | essential oil
spray | epilepsy | 200 mL rain + 0.2 mL rosemary_oil + 5 mL sunflower_oil | left | stop | epilepsy
jug | epilepsy | 500 mL rain + 0.2 mL eucalyptus_oil | rinsed 2 | stop | epilepsy
serum | thinners | 30 mL jojoba_oil + 0.1 mL wintergreen_oil | left | stop | salicylate
serum | child 8 | 30 mL jojoba_oil + 0.05 mL wintergreen_oil | left | stop | salicylate
saponin_paste | g6pd | 50 g henna + 150 mL rain | rinsed 60 | stop | g6pd
serum | pets | 30 mL jojoba_oil + 0.1 mL tea_tree_oil | left | warning | pets
serum | adult | 20 mL jojoba_oil + 0.3 mL bergamot_oil | left | stop | sun
serum | adult | 30 mL jojoba_oil + 0.08 mL bergamot_oil + 0.15 mL lime_oil | left | stop | sun
jug | adult | 60 mL lime_juice + 300 mL hard | left | stop | sun
spray | adult | 40 mL lemon_juice + 40 mL rain | left | stop | sun
herb_mild | adult | 20 g rue_leaf + 400 mL rain | left | stop | never
herb_mild | adult | 20 g angelica_root + 400 mL rain | left | stop | sun
jug | adult | 100 mL own tea fig leaf tea + 200 mL rain | left | stop | sun
jug | adult | 50 mL own juice garden sap hazards=sun + 200 mL rain | left | stop | sun
jug | adult | 100 mL own juice pepper mash hazards=irritant | rinsed 5 | warning | irritat
herb_mild | allergic daisies | 10 g chamomile + 400 mL rain | rinsed 5 | stop | daisies
jug | allergic daisies | 200 mL chamomile_tea + 200 mL rain | rinsed 5 | stop | daisies
mask | allergic nuts | 100 mL oat_cream + 20 mL almond_oil | rinsed 20 | stop | almond
jug | allergic honey | 200 mL rain + 10 mL honey | rinsed 2 | stop | honey
jug | allergic fragrance | 200 mL rose_water | left | stop | scents
spray | allergic latex | 100 mL rain + 20 mL own gel rubber tree gel contains=latex | left | stop | latex
jug | allergic fragrance | 200 mL flower + 5 mL glycerine | left | stop | scents
jug | allergic cereals | 20 mL malt_vinegar + 300 mL hard | rinsed 2 | stop | malt
jug | reacted chamomile | 200 mL chamomile_tea + 200 mL rain | rinsed 5 | stop | reacted
herb_mild | reacted chamomile_tea | 10 g chamomile + 400 mL rain | rinsed 5 | stop | reacted
mask | eczema | 150 mL buttermilk + 10 mL sunflower_oil | rinsed 20 | warning | protein
jug | adult | 20 mL castile_soap + 20 mL cider_vinegar + 200 mL rain | rinsed 2 | warning | curdle
soap_wash | adult | 9 mL castile_soap + 9 mL conditioner_rinse + 90 mL rain | rinsed 2 | warning | conditioner
jug | adult | 10 mL bleach + 200 mL rain | rinsed 1 | stop | never
jug | adult | 10 mL bleach + 20 mL cider_vinegar + 200 mL rain | rinsed 1 | stop | gas
mask | adult | 10 mL own some liquid javel + 20 mL lemon_juice + 50 mL rain | rinsed 1 | stop | gas
jug | adult | 20 mL kerosene + 50 mL rain | rinsed 5 | stop | never
jug | adult | 20 mL own oil turpentine + 50 mL rain | rinsed 5 | stop | never
mask | adult | 10 g own some powder mustard powder + 60 mL rain | rinsed 10 covered | stop | never
jug | adult | 20 g own some powder kali mehndi + 100 mL rain | rinsed 10 | stop | never
serum | adult | 20 mL jojoba_oil + 0.1 mL pennyroyal | left | stop | never
herb_tannin | adult | 10 g black_tea_leaf + 400 mL rain | rinsed 20 pot=iron | warning | iron
herb_tannin | light | 10 g black_tea_leaf + 400 mL rain | rinsed 20 | warning | stain
alkaline_wash | adult | 12 g baking_soda + 400 mL rain | rinsed 2 pot=aluminium | warning | aluminium
soap_wash | adult | 40 mL castile_soap + 160 mL rain | rinsed 2 pot=aluminium | warning | aluminium
saponin_liquor | adult | 50 g soapwort + 700 mL rain | rinsed 3 step=simmer cool=1 | stop | hot
herb_mild | child 8 | 10 g linden + 400 mL rain | rinsed 3 step=steep cool=35 | stop | hot
saponin_liquor | adult | 50 g soapwort + 5000 mL rain | rinsed 3 step=simmer cool=20 | stop | hot
saponin_liquor | adult | 50 g soapwort + 700 mL rain | rinsed 30 | stop | minutes
herb_tannin | adult | 10 g oak_bark + 400 mL rain | rinsed 120 | stop | minutes
mask | adult | 150 mL yoghurt + 10 mL honey | rinsed 300 covered | stop | minutes
spray | adult | 200 mL rain + 2 mL glycerine | left | warning | boil
spray | adult | 200 mL distilled + 2 g sorbate_benzoate + 2 g baking_soda | rinsed 1 | warning | preserv
jug | past buttermilk | 100 mL buttermilk + 100 mL rain | rinsed 5 | stop | date
mask | past aloe_gel | 100 mL aloe_gel + 20 mL honey | rinsed 20 | stop | date
jug | relaxer | 10 mL malt_vinegar + 500 mL very_hard | rinsed 1 | warning | relaxer
scrub | relaxer | 80 g table_salt + 30 mL honey | rinsed 3 | stop | relaxer
serum | hot_iron | 30 mL jojoba_oil | left | warning | iron
"""

CALM = """
jug | adult | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | adult | 20 mL cider_vinegar + 500 mL very_hard | rinsed 2
jug | adult | 10 mL fruit_vinegar + 500 mL hard | rinsed 3
jug | adult | 5 mL lemon_juice + 1000 mL hard | rinsed 2
jug | adult | 3 mL lemon_juice + 1000 mL very_hard | rinsed 3
jug | adult | 500 mL hard | rinsed 2
jug | child 8 | 500 mL rain | rinsed 2
jug | baby 1 | 500 mL hard | rinsed 2
jug | adult | 200 mL chamomile_tea + 300 mL hard | rinsed 5
jug | adult | 300 mL nettle_tea + 200 mL hard | rinsed 10
jug | adult | 300 mL green_tea + 200 mL hard | rinsed 10
jug | adult | 200 mL rose_water | left
jug | adult | 0.3 g citric_acid + 500 mL very_hard | rinsed 2
jug | adult | 2 g cream_of_tartar + 500 mL very_hard | rinsed 2
jug | eczema | 8 mL malt_vinegar + 500 mL very_hard | rinsed 1
jug | child 8 | 8 mL malt_vinegar + 500 mL very_hard | rinsed 1
jug | child 8 | 300 mL nettle_tea | rinsed 5
jug | pregnant later | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | pregnant first | 300 mL chamomile_tea | rinsed 5
jug | epilepsy | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | asthma | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | g6pd | 300 mL chamomile_tea | rinsed 5
jug | thinners | 300 mL nettle_tea | rinsed 5
jug | allergic nuts | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | allergic dairy | 15 mL cider_vinegar + 500 mL hard | rinsed 2
jug | allergic cereals | 15 mL cider_vinegar + 500 mL hard | rinsed 2
jug | allergic daisies | 300 mL nettle_tea | rinsed 5
jug | locs | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | light | 15 mL cider_vinegar + 500 mL hard | rinsed 2
jug | bleached 30 | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | oily | 15 g baking_soda + 500 mL distilled | rinsed 2
jug | adult | 10 g baking_soda + 500 mL distilled | rinsed 1
jug | hot_iron | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | old | 15 mL malt_vinegar + 500 mL hard | rinsed 2
jug | adult | 200 mL rice_water + 200 mL hard | rinsed 20
jug | adult | 300 mL apple_juice + 700 mL very_hard | rinsed 2
jug | adult | 5 mL honey + 500 mL hard | rinsed 3
jug | adult | 5 mL glycerine + 300 mL distilled | left
jug | adult | 20 mL aloe_gel + 300 mL distilled | rinsed 5
jug | seen lasting | 15 mL malt_vinegar + 500 mL hard | rinsed 2
acid_rinse | adult | 20 mL cider_vinegar + 500 mL hard | rinsed 2
acid_rinse | adult | 15 mL fruit_vinegar + 500 mL hard | rinsed 3
herb_mild | adult | 10 g linden + 500 mL rain + 5 mL lemon_juice | rinsed 10
herb_mild | adult | 10 g linden + 500 mL rain | rinsed 15
herb_mild | adult | 10 g chamomile + 500 mL rain | rinsed 60
herb_mild | child 8 | 10 g linden + 500 mL rain | rinsed 10
herb_mild | eczema | 10 g marshmallow_root + 500 mL rain | rinsed 10
herb_mild | pregnant later | 5 g rosemary + 500 mL rain | rinsed 5
herb_mild | epilepsy | 5 g rosemary + 500 mL rain | rinsed 5
herb_mild | g6pd | 5 g peppermint + 500 mL rain | rinsed 5
herb_tannin | adult | 10 g black_tea_leaf + 600 mL rain | rinsed 15
herb_tannin | adult | 10 g nettle + 600 mL rain | rinsed 30
saponin_liquor | adult | 50 g soapwort + 700 mL rain | rinsed 4
saponin_liquor | asthma | 50 g soapwort + 700 mL rain | rinsed 4
saponin_liquor | locs | 50 g soapwort + 700 mL rain | rinsed 4
saponin_liquor | oily | 60 g soapnut + 700 mL rain | rinsed 5
saponin_liquor | child 8 | 20 g soapwort + 700 mL rain | rinsed 3
saponin_liquor | eczema | 20 g soapwort + 700 mL rain | rinsed 3
saponin_paste | adult | 30 g shikakai + 120 mL rain | rinsed 8
clay_damp | adult | 60 g rhassoul + 80 mL rain | rinsed 15 covered
clay_damp | oily | 60 g kaolin + 70 mL rain + 10 mL sunflower_oil | rinsed 20
clay_damp | adult | 60 g rhassoul + 90 mL rain + 10 mL honey | rinsed 25
mask | adult | 150 mL buttermilk | rinsed 30
mask | adult | 150 mL yoghurt + 15 mL honey | rinsed 40
mask | adult | 150 mL yoghurt + 15 mL honey | rinsed 60 covered
mask | adult | 150 mL buttermilk + 5 mL lemon_juice | rinsed 30
mask | adult | 100 mL oat_cream + 10 mL sunflower_oil | rinsed 45 covered
mask | child 8 | 150 mL buttermilk | rinsed 20
mask | child 8 | 150 mL yoghurt + 10 mL sunflower_oil | rinsed 30
mask | old | 150 mL buttermilk + 10 mL honey | rinsed 30 covered
herb_mild | child 8 | 10 g chamomile + 500 mL hard | rinsed 15
mask | child 8 | 100 mL oat_cream + 10 mL sunflower_oil | rinsed 30
mask | pregnant later | 150 mL buttermilk + 10 mL honey | rinsed 30
mask | adult | 100 mL banana + 20 mL olive_oil | rinsed 30
soap_wash | adult | 15 mL castile_soap + 185 mL distilled | rinsed 2
soap_wash | oily | 20 mL castile_soap + 180 mL distilled | rinsed 3
alkaline_wash | oily | 12 g baking_soda + 400 mL distilled | rinsed 2
scrub | adult | 60 g white_sugar + 30 mL honey | rinsed 3
scrub | oily | 60 g table_salt + 40 mL aloe_gel | rinsed 4
spray | adult | 200 mL distilled + 5 mL glycerine + 5 mL sunflower_oil | left
spray | adult | 200 mL distilled + 0.5 mL lavender_oil + 10 mL sunflower_oil | left
spray | adult | 300 mL distilled + 0.02 g citric_acid | left
serum | adult | 30 mL jojoba_oil | left
serum | adult | 50 mL jojoba_oil + 0.1 mL lavender_oil | left
serum | baby 1 | 30 mL sunflower_oil | rinsed 10
starch | adult | 20 g rice_flour + 500 mL rain | rinsed 20
dry_blend | adult | 40 g corn_starch + 20 g arrowroot | rinsed 5
juice | adult | 15 mL aloe_gel + 60 mL distilled | rinsed 10
"""

EDGES = """
jug | adult | 20 mL shampoo_ordinary + 20 mL rain | rinsed 600 | stop | minutes
jug | child 8 | 20 mL shampoo_ordinary + 20 mL rain | rinsed 600 | stop | minutes
jug | child 8 | 20 mL shampoo_ordinary + 20 mL rain | rinsed 3 | warning | minutes
shampoo | child 8 | 10 mL shampoo_ordinary | rinsed 600 | stop | minutes
shampoo | adult | 10 mL shampoo_ordinary | rinsed 7 | warning | minutes
shampoo | tender | 10 mL shampoo_mild | rinsed 3 | warning | minutes
shampoo | adult | 10 mL shampoo_mild | rinsed 2 covered | stop | cover
soap_wash | eczema | 60 mL sles + 200 mL distilled | rinsed 2 covered | stop | cover
mask | eczema | 60 mL sles + 200 mL distilled | rinsed 2 covered | stop | cover
mask | adult | 30 mL shampoo_ordinary + 60 mL honey | rinsed 45 | stop | minutes
herb_mild | adult | 15 mL shampoo_clarifying + 100 mL nettle_tea | rinsed 20 | stop | minutes
spray | adult | 10 mL shampoo_baby + 190 mL rain | left | stop | left in
spray | adult | 4 mL decyl_glucoside + 196 mL rain | left | stop | left in
leave_in | adult | 20 mL dish_liquid + 80 mL conditioner_leave_in | left | stop | left in
jug | adult | 60 mL sles + 20 mL distilled | rinsed 2 | warning | thin
jug | adult | 50 mL own bought salon shampoo + 50 mL rain | rinsed 45 | stop | minutes
jug | adult | 40 mL label shampoo_mild: Aqua, Sodium Laureth Sulfate, Cocamidopropyl Betaine, Parfum + 40 mL rain | rinsed 20 | stop | minutes
mask | adult | 40 g soapnut + 120 mL rain | rinsed 90 covered | stop | soap-plant
herb_mild | adult | 40 g soapwort + 300 mL rain | rinsed 45 | stop | soap-plant
herb_mild | adult | 40 g soapwort + 300 mL rain | rinsed 8 covered | warning | cover
spray | adult | 30 g soapnut + 200 mL rain | left | warning | saponin
spray | eczema | 30 g soapnut + 200 mL rain | left | stop | saponin
spray | child 8 | 30 g soapnut + 200 mL rain | left | stop | saponin
jug | adult | 20 mL label conditioner_rinse: Aqua, Sodium Hydroxide, Calcium Thioglycolate, Cetearyl Alcohol + 20 mL rain | rinsed 5 | stop | never
conditioner | adult | 20 mL label conditioner_rinse: Aqua, Potassium Thioglycolate, Cetearyl Alcohol, Calcium Hydroxide, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label hair_mask_bought: Aqua, Sodium Hydroxide, Glycerin, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label hair_mask_bought: Aqua, Potassium Hydroxide, Glycerin, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label hair_mask_bought: Aqua, Formaldehyde, Hydrolyzed Keratin, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label hair_mask_bought: Aqua, Methylene Glycol, Hydrolyzed Keratin, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label conditioner_rinse: Aqua, Sodium Borate, Paraffinum Liquidum, Cera Alba | rinsed 5 | stop | never
conditioner | adult | 20 mL label conditioner_rinse: Aqua, Glycerin, Lead Acetate, Parfum | rinsed 5 | stop | never
conditioner | adult | 20 mL label henna_mix_ready: Lawsonia Inermis Leaf, p-Phenylenediamine, Barium Peroxide | rinsed 60 | stop | never
conditioner | child 2 | 10 mL label conditioner_rinse: Aqua, Camphor, Cetearyl Alcohol, Glycerin | rinsed 5 | stop | under
conditioner | child 4 | 10 mL label conditioner_rinse: Aqua, Eucalyptus Globulus Leaf Oil, Cetearyl Alcohol, Glycerin | rinsed 5 | stop | under six
conditioner | allergic soy | 10 mL label conditioner_rinse: Aqua, Cetearyl Alcohol, Glycine Soja Oil, Parfum | rinsed 5 | warning | soy
conditioner | allergic peanut | 10 mL label conditioner_rinse: Aqua, Cetearyl Alcohol, Arachis Hypogaea Oil, Parfum | rinsed 5 | stop | peanut
conditioner | adult | 10 mL label conditioner_rinse: Aqua, Mercury, Cetearyl Alcohol | rinsed 5 | stop | never
conditioner | adult | 10 mL label conditioner_rinse: Aqua, Ammonium Thioglycolate, Urea | rinsed 3 | stop | never
conditioner | child 4 | 10 mL label hair_mask_bought: Aqua, Rosmarinus Officinalis Leaf Oil, Cetyl Alcohol | rinsed 3 | stop | under six
conditioner | adult | 10 mL label conditioner_rinse: Wasser, Kaliumhydroxid, Glycerin | rinsed 3 | stop | never
conditioner | adult | 10 mL label conditioner_rinse: Acqua, Formaldeide, Cetearyl Alcohol | rinsed 3 | stop | never
conditioner | adult | 10 mL label conditioner_rinse: Aqua, Kerosene, Parfum | rinsed 3 | stop | never
conditioner | adult | 10 mL label conditioner_rinse: Aqua, Soude caustique, Parfum | rinsed 3 | stop | never
scrub | tender | 30 g own some powder apricot kernel scrub + 60 mL honey | rinsed 3 | stop | grains
mask | adult | 50 mL own some liquid salicylic acid 5 % lotion | rinsed 5 | stop | salicylic
mask | adult | 20 mL peroxide_3 + 20 mL cider_vinegar + 60 mL honey | rinsed 10 | stop | perac
clay_damp | adult | 60 g own clay grey cement + 60 mL rain | rinsed 10 | stop | never
scrub | adult | 30 g coffee_grounds + 60 mL yoghurt | rinsed 3 | warning | grains
scrub | tender | 30 g coffee_grounds + 60 mL yoghurt | rinsed 3 | stop | grains
scrub | child 8 | 30 g almond_meal + 60 mL yoghurt | rinsed 3 | stop | grains
mask | tender | 30 g wheat_bran + 90 mL yoghurt | rinsed 20 | stop | grains
mask | adult | 30 g chalk + 60 mL rain | rinsed 10 | warning | grains
jug | broken | 30 g rice_bran + 200 mL rain | rinsed 3 | stop | grains
jug | adult | 20 g own salt pickling crystals ph=12.5 + 200 mL rain | rinsed 2 | stop | alkal
jug | adult | 20 g own sugar sour sugar ph=1.8 + 100 mL rain | rinsed 2 | stop | acid
jug | adult | 20 g own flour grey flour ph=12.5 + 200 mL rain | rinsed 5 | stop | alkal
mask | adult | 60 g own clay building clay ph=12.4 + 60 mL rain | rinsed 20 | stop | alkal
spray | adult | 4 g phenoxyethanol + 196 mL rain | left | stop | phenoxyethanol
spray | adult | 2.5 g phenoxyethanol + 197 mL rain | left | warning | phenoxyethanol
spray | adult | 30 g urea + 170 mL rain | left | warning | urea
spray | adult | 60 g urea + 140 mL rain | left | stop | urea
spray | adult | 10 g btms + 190 mL rain | left | warning | conditioner
spray | adult | 3 g own some powder salicylic acid + 197 mL rain | left | stop | salicylic
serum | adult | 2 g own some powder menthol crystals + 98 mL jojoba_oil | left | stop | menthol
spray | adult | 60 mL perfumers_alcohol + 100 mL distilled | left | warning | alcohol
mask | allergic nuts | 40 g own plant cream almond butter + 60 mL rain | rinsed 20 | stop | allerg
mask | allergic sesame | 40 g own plant cream tahini + 60 mL rain | rinsed 20 | stop | allerg
mask | allergic soy | 20 g own plant cream white miso + 60 mL rain | rinsed 20 | stop | allerg
mask | allergic dairy | 20 g own butter home-made ghee + 60 mL yoghurt | rinsed 20 | stop | allerg
mask | allergic legumes | 30 g shikakai + 100 mL rain | rinsed 5 | warning | allerg
mask | allergic legumes | 30 g fenugreek + 100 mL rain | rinsed 20 | warning | allerg
mask | allergic legumes | 30 g tamarind + 100 mL rain | rinsed 5 | warning | allerg
mask | child 8 | 40 g fresh nettle + 100 mL yoghurt | rinsed 20 | stop | irritat
herb_mild | adult | 10 g psoralea_seed + 300 mL rain | rinsed 5 | warning | babchi
"""

EVEN = """
shampoo | adult | 8 mL shampoo_ordinary | rinsed 2
shampoo | adult | 8 mL shampoo_mild | rinsed 3
shampoo | oily | 8 mL shampoo_clarifying | rinsed 2
shampoo | adult | 30 mL cowash | rinsed 5
shampoo | adult | 2 g shampoo_bar | rinsed 2
shampoo | baby 2 | 3 mL shampoo_baby | rinsed 1
jug | adult | 10 mL shampoo_ordinary + 90 mL rain | rinsed 2
conditioner | adult | 20 mL conditioner_rinse | rinsed 5
conditioner | adult | 30 mL hair_mask_bought | rinsed 30 covered
leave_in | adult | 5 mL conditioner_leave_in | left
leave_in | adult | 5 mL aloe_gel_bought | left
herb_mild | adult | 5 g soapwort + 700 mL rain | rinsed 8
saponin_paste | adult | 30 g shikakai + 120 mL rain | rinsed 15
saponin_liquor | adult | 40 g soapnut + 700 mL rain | rinsed 5
mask | adult | 30 g fenugreek + 200 mL rain | rinsed 30
conditioner | adult | 20 mL label conditioner_rinse: Aqua, Cetearyl Alcohol, Behentrimonium Chloride, Glycerin, Cetyl Esters, Parfum, Phenoxyethanol, Sodium Hydroxide | rinsed 5
conditioner | adult | 20 mL label conditioner_rinse: Aqua, Cetearyl Alcohol, Behentrimonium Chloride, Glycerin, Panthenol, Parfum, Citric Acid, Potassium Hydroxide, CI 19140 | rinsed 5
shampoo | adult | 8 mL label shampoo_mild: Aqua, Coco-Glucoside, Glycerin, Sodium Cocoyl Glutamate, Parfum, Sodium Benzoate, DMDM Hydantoin | rinsed 2
shampoo | child 4 | 5 mL label shampoo_baby: Aqua, Coco-Glucoside, Sodium Cocoamphoacetate, Glycerin, Panthenol, Parfum, Phenoxyethanol, Eucalyptus Globulus Leaf Oil | rinsed 2
conditioner | allergic nuts | 10 mL label conditioner_rinse: Aqua, Cetearyl Alcohol, Glycine Soja Oil, Citric Acid | rinsed 5
soap_wash | adult | 15 mL label castile_soap: Aqua, Olea Europaea Fruit Oil, Potassium Hydroxide, Glycerin + 185 mL distilled | rinsed 2
herb_mild | adult | 20 g oat_groats + 500 mL rain | rinsed 10
mask | adult | 30 g psyllium + 300 mL rain | rinsed 20
jug | adult | 5 g own salt sea flakes ph=7 + 500 mL rain | rinsed 2
jug | adult | 5 g own sugar beet sugar ph=6.5 + 500 mL rain | rinsed 2
spray | adult | 1.6 g phenoxyethanol + 198 mL distilled | left
spray | adult | 1 g sorbate_benzoate + 200 mL distilled + 0.1 g citric_acid | rinsed 1
spray | adult | 4 g btms + 196 mL distilled | left
conditioner | adult | 5 g btms + 95 mL distilled | rinsed 5
spray | adult | 10 g urea + 190 mL distilled | left
herb_mild | adult | 10 g nettle + 400 mL rain | rinsed 5
mask | allergic nuts | 100 mL yoghurt | rinsed 20
mask | allergic sesame | 100 mL yoghurt | rinsed 20
mask | allergic dairy | 100 mL oat_cream | rinsed 20
herb_mild | adult | 5 mL lemon_juice + 10 g linden + 400 mL rain | rinsed 5
herb_mild | adult | 2 mL lemon_juice + 10 g linden + 400 mL hard | rinsed 3
jug | child 8 | 0.2 mL lavender_oil + 10 mL castile_soap + 200 mL distilled | rinsed 1
scrub | adult | 60 g white_sugar + 30 mL glycerine | rinsed 3
"""
