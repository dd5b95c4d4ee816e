BEGIN TRANSACTION;
CREATE TABLE head_move (
    job_id  text    not null references job (id),
    edition integer not null,
    number  integer not null,             -- the revision that it was moved to
    at      text    not null,             -- ISO 8601, UTC
    primary key (job_id, edition)
) strict;
INSERT INTO "head_move" VALUES('b52f4678f1ba',1,1,'2026-12-01T19:53:22.729+00:00');
INSERT INTO "head_move" VALUES('b52f4678f1ba',2,2,'2026-12-01T19:53:22.785+00:00');
INSERT INTO "head_move" VALUES('b52f4678f1ba',3,3,'2026-12-01T19:53:22.831+00:00');
CREATE TABLE job (
    id      text    not null primary key,
    created text    not null,             -- ISO 8601, UTC
    changed text    not null,
    deleted text,                         -- when it was put aside; null while it is in use
    edition integer not null,             -- grows with every move of the head: guards lost updates
    head    integer not null
, archived text) strict;
INSERT INTO "job" VALUES('b52f4678f1ba','2026-12-01T19:53:22.729+00:00','2026-12-01T19:53:22.831+00:00',NULL,3,3,NULL);
CREATE TABLE noted (
    id     integer primary key,
    job_id text    not null references job (id),
    key    text    not null unique,       -- made by who noted it: a note sent twice is one
    at     text    not null,              -- ISO 8601, UTC
    piece  text    not null,
    event  text    not null check (event in ('cut', 'set', 'broken', 'taken back'))
) strict;
CREATE TABLE overview (
    job_id  text    not null,
    number  integer not null,
    planner text    not null,             -- the version of the planner that worked it out
    name    text    not null,             -- the job's; empty where it could not be read
    summary text    not null,             -- what the plan comes to, or why there is none
    drawing text,                         -- the drawing's shapes as JSON; null where there is no plan
    primary key (job_id, number),
    foreign key (job_id, number) references revision (job_id, number)
) strict;
CREATE TABLE phone (
    id       text primary key,
    name     text not null,
    secret   text not null unique,   -- SHA-256 of what the phone sends, in hex
    jobs     text not null,          -- the jobs that it was given, as a JSON list of ids
    paired   text not null,          -- ISO 8601, UTC
    unpaired text                    -- when it was unpaired; null while it is paired
) strict;
CREATE TABLE photograph (
    job_id  text    not null references job (id),
    name    text    not null,             -- made here
    at      text    not null,             -- ISO 8601, UTC
    width   integer not null,
    height  integer not null,
    picture blob    not null,             -- JPEG
    primary key (job_id, name)
) strict;
INSERT INTO "photograph" VALUES('b52f4678f1ba','561f9b1d0287','2026-12-01T19:53:23.824+00:00',8,6,X'FFD8FFE000104A46494600010100000100010000FFDB0043000604040504040605050506060607090E0909080809120D0D0A0E1512161615121414171A211C17181F1914141D271D1F2223252525161C292C28242B21242524FFDB00430106060609080911090911241814182424242424242424242424242424242424242424242424242424242424242424242424242424242424242424242424242424FFC00011080006000803012200021101031101FFC4001F0000010501010101010100000000000000000102030405060708090A0BFFC400B5100002010303020403050504040000017D01020300041105122131410613516107227114328191A1082342B1C11552D1F02433627282090A161718191A25262728292A3435363738393A434445464748494A535455565758595A636465666768696A737475767778797A838485868788898A92939495969798999AA2A3A4A5A6A7A8A9AAB2B3B4B5B6B7B8B9BAC2C3C4C5C6C7C8C9CAD2D3D4D5D6D7D8D9DAE1E2E3E4E5E6E7E8E9EAF1F2F3F4F5F6F7F8F9FAFFC4001F0100030101010101010101010000000000000102030405060708090A0BFFC400B51100020102040403040705040400010277000102031104052131061241510761711322328108144291A1B1C109233352F0156272D10A162434E125F11718191A262728292A35363738393A434445464748494A535455565758595A636465666768696A737475767778797A82838485868788898A92939495969798999AA2A3A4A5A6A7A8A9AAB2B3B4B5B6B7B8B9BAC2C3C4C5C6C7C8C9CAD2D3D4D5D6D7D8D9DAE2E3E4E5E6E7E8E9EAF2F3F4F5F6F7F8F9FAFFDA000C03010002110311003F008E8A28AE4333FFD9');
CREATE TABLE product (
    kind     text not null,             -- the part of the shelf, such as grout
    name     text not null,
    document text not null,             -- the product as JSON
    primary key (kind, name)
) strict;
INSERT INTO "product" VALUES('sealant','Own clear','{"name":"Own clear","price":7.5,"weight":null,"pack":310.0,"colour":null,"after_grout":null,"dry_hours":null}');
CREATE TABLE revision (
    job_id   text    not null references job (id),
    number   integer not null,            -- 1, 2, 3 ... within the job
    parent   integer,                     -- null for the first
    label    text    not null,            -- what was done, for undo and history
    at       text    not null,
    document text    not null,            -- the whole job file
    primary key (job_id, number),
    foreign key (job_id, parent) references revision (job_id, number)
) strict;
INSERT INTO "revision" VALUES('b52f4678f1ba',1,NULL,'Imported','2026-12-01T19:53:22.729+00:00','{"format":"pennant-job","version":3,"name":"Plover End, nook","units":"in","step":"1/16 in","walls":[{"id":"a","name":"Wall","length":1524.0,"top":{"kind":"open","height":457.2,"height_right":null,"ahead":0.0,"back":0.0},"left":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"right":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"corner":null,"left_lean":0.0,"right_lean":0.0,"things":[{"id":"outlet","name":"Outlet","unsettled":null,"kind":"outlet","at":{"value":568.3249999999999,"taken_from":"left","to":"centre","taken_with":"tape"},"up":{"value":234.95,"taken_from":"counter","to":"centre","taken_with":"tape"},"measured_to":"box","gangs":1,"turn":"upright","box_width":null,"box_height":null,"plate_width":null,"plate_height":null,"legs_off":false}],"start":{"across":{"kind":"full-left","nudge":0.0},"up":{"kind":"full-counter","nudge":0.0},"left":0.0,"right":0.0,"top":0.0,"eased":[]},"found":{"left":0.0,"right":0.0,"top":0.0}}],"tile":{"name":"Tile","length":203.2,"height":63.5,"thickness":7.9375,"material":"ceramic","turns":true,"bevelled":false,"lugs":0.0,"porous":false,"scratches":false,"finish":"gloss","faces":1,"shade_varies":"none","lot":"","see_through":false,"weight":null,"price":null,"per_box":25,"sheet":null,"ledger":null,"colour":"#b9cbbd"},"pattern":{"kind":"courses","lay":"lying","bond":{"p":1,"q":2,"way":"onward","seed":1,"apart":0.2},"border":null,"joint":3.175},"areas":[],"counters":[],"boxes":[{"gangs":1,"box_width":57.15,"box_height":92.07499999999999,"plate_width":69.85,"plate_height":114.3},{"gangs":2,"box_width":103.1875,"box_height":92.07499999999999,"plate_width":115.88749999999999,"plate_height":114.3},{"gangs":3,"box_width":149.225,"box_height":92.07499999999999,"plate_width":161.92499999999998,"plate_height":114.3},{"gangs":4,"box_width":195.2625,"box_height":92.07499999999999,"plate_width":207.96249999999998,"plate_height":114.3}],"wishes":[{"kind":"own-start","on":true,"at":""},{"kind":"fix-seen","on":true,"at":""},{"kind":"counter","on":true,"at":""},{"kind":"window","on":true,"at":""},{"kind":"ends","on":true,"at":""},{"kind":"fix-hidden","on":true,"at":""},{"kind":"avoid","on":true,"at":""},{"kind":"legs","on":true,"at":""},{"kind":"corner","on":true,"at":""},{"kind":"cut","on":true,"at":""},{"kind":"tiles","on":true,"at":""},{"kind":"never","on":false,"at":""},{"kind":"even","on":false,"at":""},{"kind":"smallest","on":false,"at":""},{"kind":"full-left","on":false,"at":""},{"kind":"full-right","on":false,"at":""},{"kind":"whole-counter","on":false,"at":""},{"kind":"whole-top","on":false,"at":""},{"kind":"centred","on":false,"at":""},{"kind":"hard","on":false,"at":""}],"seen":[],"tools":["snap cutter","wet saw","grinder","nippers"],"set_aside":[],"accepted":[],"products":{"adhesive":null,"mat":null,"grout":null,"sealant":null,"trim":null,"primer":null,"sealer":null,"board":null,"patch":null,"spacers":null,"wedges":null,"batten":null,"screws":null,"extenders":null,"device_screws":null,"sheeting":null,"tape":null,"blade":null},"in_hand":{},"agreed":null,"ways":{"gap":"batten","paint":"primer","old_tile":"over","eighth":"sanded","spacers":"leg","trim":"mitred","sealed":"before","cuts":"repeats","last":"sealer","sheets":"knife","tips":"hung","stuck":"primed"},"schedule":{"first":null,"zone":"","people":1,"skill":"a few done","hours":["8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","",""],"off":[],"loud_from":null,"loud_until":null,"water_by":null,"outside":[],"own_steps":[],"wish":"fewest days","by":null,"done":[]},"times":{"washed_dry":1.0,"patch_dry":12.0,"primer_dry":2.0,"glue_dry":4.0,"board_joints_set":12.0,"unpacked":24.0,"trial_dry":24.0,"sealer_dry":2.0,"dense_set":72.0,"wipe_after":12.0,"ready_wipe_after":5.0,"haze_after":30.0,"polish_after":3.0,"polish_within":4.0,"pinholes_after":16.0,"water_after":24.0,"sealer_after":48.0,"sealant_after":24.0,"sealant_dry":24.0,"open_time":20.0,"ready_batch":120.0,"spread_band":990.5999999999999,"grout_section":1.0,"first_kitchen":0.67,"every_week":3.0,"practised_work":0.5,"slow_start":0.7,"herringbone_pace":0.33,"lattice_pace":0.5,"clear_room":30.0,"protect_each":6.0,"prove_dead":10.0,"device_off":6.0,"device_on":12.0,"scrape_off":20.0,"tile_off_pace":1.5,"wash_pace":10.0,"scuff_pace":8.0,"coat_pace":14.0,"patch_pace":5.0,"board_pace":3.0,"mat_pace":4.0,"boxes_each":4.0,"dry_lay":20.0,"strike_each":20.0,"batten_each":20.0,"trim_each":10.0,"mix_each":10.0,"mix_grout":5.0,"scrape_pace":3.0,"haze_each":5.0,"polish_each":6.0,"sealant_pace":8.0,"appliances_back":40.0,"touch_up":20.0,"hand_over":30.0},"shades":{"names":["light","middle","dark"],"along":"light to dark","mixed":true,"most_alike":3,"boxes":[],"stays":{}},"settings":{"counter_gap":3.175,"overhead_gap":3.175,"max_edge_gap":3.175,"bed_thickness":0.0,"close_within":3.175,"set_within":1.5875,"flat_within":3.175,"corner_gap":3.175,"opening_gap":3.175,"trim_face":3.175,"box_clearance":1.5875,"plate_cover":4.762499999999999,"least_piece":25.4,"least_cut":3.175,"least_top_piece":25.4,"small_share":0.25,"least_share":0.33,"least_leg":12.7,"ledger_apart":101.6,"ledger_gap":3.175,"uneven_difference":12.7,"uneven_ratio":0.2,"seen_little":1,"seen_usual":2,"seen_much":4,"shave_share":0.0625,"joint_play":0.79375,"kerf":2.3812499999999996,"least_drop":25.4,"saw_within":0.79375,"break_cut":0.05,"break_notched":0.15,"break_thin":2.0,"break_brittle":1.5,"spare_tiles":4.0,"spare_sheets":1.0,"tile_lead":3.0,"rule_of_thumb":0.1,"bed_rise":1.5875,"sanded_from":3.175,"most_on_paint":20.0,"most_on_glue":20.0,"mat_flat_within":1.5875,"board_waste":0.1,"board_screws":30.0,"grout_water":0.22,"grout_life":30.0,"grout_pace":2.0,"pot_life":90.0,"quick_pot_life":25.0,"least_pot_life":30.0,"adhesive_water":0.28,"pace":20.0,"dabs_each":5.0,"dab":4.0,"back_butter":1.0,"coat_cover":8.0,"coat_pack":1.0,"trim_stick":2438.3999999999996,"trim_kerf":3.175,"spacers_each":2.0,"spacer_pack":200.0,"wedge_pack":100.0,"batten_screw":304.79999999999995,"sill_overhang":19.049999999999997,"extend_over":6.35,"sheet_width":990.5999999999999,"grout_density":1.6,"grout_waste":0.1,"grout_pack":5.0,"keyed_coat":0.5,"adhesive_waste":0.1,"adhesive_density":1.3,"adhesive_pack":10.0,"bead_depth":6.35,"edge_bed":1.5,"cartridge":300.0,"sealant_waste":0.15}}');
INSERT INTO "revision" VALUES('b52f4678f1ba',2,1,'A longer wall','2026-12-01T19:53:22.784+00:00','{"format":"pennant-job","version":3,"name":"Plover End, nook","units":"in","step":"1/16 in","walls":[{"id":"a","name":"Wall","length":1562.1,"top":{"kind":"open","height":457.2,"height_right":null,"ahead":0.0,"back":0.0},"left":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"right":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"corner":null,"left_lean":0.0,"right_lean":0.0,"things":[{"id":"outlet","name":"Outlet","unsettled":null,"kind":"outlet","at":{"value":568.3249999999999,"taken_from":"left","to":"centre","taken_with":"tape"},"up":{"value":234.95,"taken_from":"counter","to":"centre","taken_with":"tape"},"measured_to":"box","gangs":1,"turn":"upright","box_width":null,"box_height":null,"plate_width":null,"plate_height":null,"legs_off":false}],"start":{"across":{"kind":"full-left","nudge":0.0},"up":{"kind":"full-counter","nudge":0.0},"left":0.0,"right":0.0,"top":0.0,"eased":[]},"found":{"left":0.0,"right":0.0,"top":0.0}}],"tile":{"name":"Tile","length":203.2,"height":63.5,"thickness":7.9375,"material":"ceramic","turns":true,"bevelled":false,"lugs":0.0,"porous":false,"scratches":false,"finish":"gloss","faces":1,"shade_varies":"none","lot":"","see_through":false,"weight":null,"price":null,"per_box":25,"sheet":null,"ledger":null,"colour":"#b9cbbd"},"pattern":{"kind":"courses","lay":"lying","bond":{"p":1,"q":2,"way":"onward","seed":1,"apart":0.2},"border":null,"joint":3.175},"areas":[],"counters":[],"boxes":[{"gangs":1,"box_width":57.15,"box_height":92.07499999999999,"plate_width":69.85,"plate_height":114.3},{"gangs":2,"box_width":103.1875,"box_height":92.07499999999999,"plate_width":115.88749999999999,"plate_height":114.3},{"gangs":3,"box_width":149.225,"box_height":92.07499999999999,"plate_width":161.92499999999998,"plate_height":114.3},{"gangs":4,"box_width":195.2625,"box_height":92.07499999999999,"plate_width":207.96249999999998,"plate_height":114.3}],"wishes":[{"kind":"own-start","on":true,"at":""},{"kind":"fix-seen","on":true,"at":""},{"kind":"counter","on":true,"at":""},{"kind":"window","on":true,"at":""},{"kind":"ends","on":true,"at":""},{"kind":"fix-hidden","on":true,"at":""},{"kind":"avoid","on":true,"at":""},{"kind":"legs","on":true,"at":""},{"kind":"corner","on":true,"at":""},{"kind":"cut","on":true,"at":""},{"kind":"tiles","on":true,"at":""},{"kind":"never","on":false,"at":""},{"kind":"even","on":false,"at":""},{"kind":"smallest","on":false,"at":""},{"kind":"full-left","on":false,"at":""},{"kind":"full-right","on":false,"at":""},{"kind":"whole-counter","on":false,"at":""},{"kind":"whole-top","on":false,"at":""},{"kind":"centred","on":false,"at":""},{"kind":"hard","on":false,"at":""}],"seen":[],"tools":["snap cutter","wet saw","grinder","nippers"],"set_aside":[],"accepted":[],"products":{"adhesive":null,"mat":null,"grout":null,"sealant":null,"trim":null,"primer":null,"sealer":null,"board":null,"patch":null,"spacers":null,"wedges":null,"batten":null,"screws":null,"extenders":null,"device_screws":null,"sheeting":null,"tape":null,"blade":null},"in_hand":{},"agreed":null,"ways":{"gap":"batten","paint":"primer","old_tile":"over","eighth":"sanded","spacers":"leg","trim":"mitred","sealed":"before","cuts":"repeats","last":"sealer","sheets":"knife","tips":"hung","stuck":"primed"},"schedule":{"first":null,"zone":"","people":1,"skill":"a few done","hours":["8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","",""],"off":[],"loud_from":null,"loud_until":null,"water_by":null,"outside":[],"own_steps":[],"wish":"fewest days","by":null,"done":[]},"times":{"washed_dry":1.0,"patch_dry":12.0,"primer_dry":2.0,"glue_dry":4.0,"board_joints_set":12.0,"unpacked":24.0,"trial_dry":24.0,"sealer_dry":2.0,"dense_set":72.0,"wipe_after":12.0,"ready_wipe_after":5.0,"haze_after":30.0,"polish_after":3.0,"polish_within":4.0,"pinholes_after":16.0,"water_after":24.0,"sealer_after":48.0,"sealant_after":24.0,"sealant_dry":24.0,"open_time":20.0,"ready_batch":120.0,"spread_band":990.5999999999999,"grout_section":1.0,"first_kitchen":0.67,"every_week":3.0,"practised_work":0.5,"slow_start":0.7,"herringbone_pace":0.33,"lattice_pace":0.5,"clear_room":30.0,"protect_each":6.0,"prove_dead":10.0,"device_off":6.0,"device_on":12.0,"scrape_off":20.0,"tile_off_pace":1.5,"wash_pace":10.0,"scuff_pace":8.0,"coat_pace":14.0,"patch_pace":5.0,"board_pace":3.0,"mat_pace":4.0,"boxes_each":4.0,"dry_lay":20.0,"strike_each":20.0,"batten_each":20.0,"trim_each":10.0,"mix_each":10.0,"mix_grout":5.0,"scrape_pace":3.0,"haze_each":5.0,"polish_each":6.0,"sealant_pace":8.0,"appliances_back":40.0,"touch_up":20.0,"hand_over":30.0},"shades":{"names":["light","middle","dark"],"along":"light to dark","mixed":true,"most_alike":3,"boxes":[],"stays":{}},"settings":{"counter_gap":3.175,"overhead_gap":3.175,"max_edge_gap":3.175,"bed_thickness":0.0,"close_within":3.175,"set_within":1.5875,"flat_within":3.175,"corner_gap":3.175,"opening_gap":3.175,"trim_face":3.175,"box_clearance":1.5875,"plate_cover":4.762499999999999,"least_piece":25.4,"least_cut":3.175,"least_top_piece":25.4,"small_share":0.25,"least_share":0.33,"least_leg":12.7,"ledger_apart":101.6,"ledger_gap":3.175,"uneven_difference":12.7,"uneven_ratio":0.2,"seen_little":1,"seen_usual":2,"seen_much":4,"shave_share":0.0625,"joint_play":0.79375,"kerf":2.3812499999999996,"least_drop":25.4,"saw_within":0.79375,"break_cut":0.05,"break_notched":0.15,"break_thin":2.0,"break_brittle":1.5,"spare_tiles":4.0,"spare_sheets":1.0,"tile_lead":3.0,"rule_of_thumb":0.1,"bed_rise":1.5875,"sanded_from":3.175,"most_on_paint":20.0,"most_on_glue":20.0,"mat_flat_within":1.5875,"board_waste":0.1,"board_screws":30.0,"grout_water":0.22,"grout_life":30.0,"grout_pace":2.0,"pot_life":90.0,"quick_pot_life":25.0,"least_pot_life":30.0,"adhesive_water":0.28,"pace":20.0,"dabs_each":5.0,"dab":4.0,"back_butter":1.0,"coat_cover":8.0,"coat_pack":1.0,"trim_stick":2438.3999999999996,"trim_kerf":3.175,"spacers_each":2.0,"spacer_pack":200.0,"wedge_pack":100.0,"batten_screw":304.79999999999995,"sill_overhang":19.049999999999997,"extend_over":6.35,"sheet_width":990.5999999999999,"grout_density":1.6,"grout_waste":0.1,"grout_pack":5.0,"keyed_coat":0.5,"adhesive_waste":0.1,"adhesive_density":1.3,"adhesive_pack":10.0,"bead_depth":6.35,"edge_bed":1.5,"cartridge":300.0,"sealant_waste":0.15}}');
INSERT INTO "revision" VALUES('b52f4678f1ba',3,2,'Named','2026-12-01T19:53:22.829+00:00','{"format":"pennant-job","version":3,"name":"Plover End, nook","units":"in","step":"1/16 in","walls":[{"id":"a","name":"Nook wall","length":1562.1,"top":{"kind":"open","height":457.2,"height_right":null,"ahead":0.0,"back":0.0},"left":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"right":{"kind":"corner","depth":null,"ahead":6.35,"back":6.35},"corner":null,"left_lean":0.0,"right_lean":0.0,"things":[{"id":"outlet","name":"Outlet","unsettled":null,"kind":"outlet","at":{"value":568.3249999999999,"taken_from":"left","to":"centre","taken_with":"tape"},"up":{"value":234.95,"taken_from":"counter","to":"centre","taken_with":"tape"},"measured_to":"box","gangs":1,"turn":"upright","box_width":null,"box_height":null,"plate_width":null,"plate_height":null,"legs_off":false}],"start":{"across":{"kind":"full-left","nudge":0.0},"up":{"kind":"full-counter","nudge":0.0},"left":0.0,"right":0.0,"top":0.0,"eased":[]},"found":{"left":0.0,"right":0.0,"top":0.0}}],"tile":{"name":"Tile","length":203.2,"height":63.5,"thickness":7.9375,"material":"ceramic","turns":true,"bevelled":false,"lugs":0.0,"porous":false,"scratches":false,"finish":"gloss","faces":1,"shade_varies":"none","lot":"","see_through":false,"weight":null,"price":null,"per_box":25,"sheet":null,"ledger":null,"colour":"#b9cbbd"},"pattern":{"kind":"courses","lay":"lying","bond":{"p":1,"q":2,"way":"onward","seed":1,"apart":0.2},"border":null,"joint":3.175},"areas":[],"counters":[],"boxes":[{"gangs":1,"box_width":57.15,"box_height":92.07499999999999,"plate_width":69.85,"plate_height":114.3},{"gangs":2,"box_width":103.1875,"box_height":92.07499999999999,"plate_width":115.88749999999999,"plate_height":114.3},{"gangs":3,"box_width":149.225,"box_height":92.07499999999999,"plate_width":161.92499999999998,"plate_height":114.3},{"gangs":4,"box_width":195.2625,"box_height":92.07499999999999,"plate_width":207.96249999999998,"plate_height":114.3}],"wishes":[{"kind":"own-start","on":true,"at":""},{"kind":"fix-seen","on":true,"at":""},{"kind":"counter","on":true,"at":""},{"kind":"window","on":true,"at":""},{"kind":"ends","on":true,"at":""},{"kind":"fix-hidden","on":true,"at":""},{"kind":"avoid","on":true,"at":""},{"kind":"legs","on":true,"at":""},{"kind":"corner","on":true,"at":""},{"kind":"cut","on":true,"at":""},{"kind":"tiles","on":true,"at":""},{"kind":"never","on":false,"at":""},{"kind":"even","on":false,"at":""},{"kind":"smallest","on":false,"at":""},{"kind":"full-left","on":false,"at":""},{"kind":"full-right","on":false,"at":""},{"kind":"whole-counter","on":false,"at":""},{"kind":"whole-top","on":false,"at":""},{"kind":"centred","on":false,"at":""},{"kind":"hard","on":false,"at":""}],"seen":[],"tools":["snap cutter","wet saw","grinder","nippers"],"set_aside":[],"accepted":[],"products":{"adhesive":null,"mat":null,"grout":null,"sealant":null,"trim":null,"primer":null,"sealer":null,"board":null,"patch":null,"spacers":null,"wedges":null,"batten":null,"screws":null,"extenders":null,"device_screws":null,"sheeting":null,"tape":null,"blade":null},"in_hand":{},"agreed":null,"ways":{"gap":"batten","paint":"primer","old_tile":"over","eighth":"sanded","spacers":"leg","trim":"mitred","sealed":"before","cuts":"repeats","last":"sealer","sheets":"knife","tips":"hung","stuck":"primed"},"schedule":{"first":null,"zone":"","people":1,"skill":"a few done","hours":["8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","8:00-16:30","",""],"off":[],"loud_from":null,"loud_until":null,"water_by":null,"outside":[],"own_steps":[],"wish":"fewest days","by":null,"done":[]},"times":{"washed_dry":1.0,"patch_dry":12.0,"primer_dry":2.0,"glue_dry":4.0,"board_joints_set":12.0,"unpacked":24.0,"trial_dry":24.0,"sealer_dry":2.0,"dense_set":72.0,"wipe_after":12.0,"ready_wipe_after":5.0,"haze_after":30.0,"polish_after":3.0,"polish_within":4.0,"pinholes_after":16.0,"water_after":24.0,"sealer_after":48.0,"sealant_after":24.0,"sealant_dry":24.0,"open_time":20.0,"ready_batch":120.0,"spread_band":990.5999999999999,"grout_section":1.0,"first_kitchen":0.67,"every_week":3.0,"practised_work":0.5,"slow_start":0.7,"herringbone_pace":0.33,"lattice_pace":0.5,"clear_room":30.0,"protect_each":6.0,"prove_dead":10.0,"device_off":6.0,"device_on":12.0,"scrape_off":20.0,"tile_off_pace":1.5,"wash_pace":10.0,"scuff_pace":8.0,"coat_pace":14.0,"patch_pace":5.0,"board_pace":3.0,"mat_pace":4.0,"boxes_each":4.0,"dry_lay":20.0,"strike_each":20.0,"batten_each":20.0,"trim_each":10.0,"mix_each":10.0,"mix_grout":5.0,"scrape_pace":3.0,"haze_each":5.0,"polish_each":6.0,"sealant_pace":8.0,"appliances_back":40.0,"touch_up":20.0,"hand_over":30.0},"shades":{"names":["light","middle","dark"],"along":"light to dark","mixed":true,"most_alike":3,"boxes":[],"stays":{}},"settings":{"counter_gap":3.175,"overhead_gap":3.175,"max_edge_gap":3.175,"bed_thickness":0.0,"close_within":3.175,"set_within":1.5875,"flat_within":3.175,"corner_gap":3.175,"opening_gap":3.175,"trim_face":3.175,"box_clearance":1.5875,"plate_cover":4.762499999999999,"least_piece":25.4,"least_cut":3.175,"least_top_piece":25.4,"small_share":0.25,"least_share":0.33,"least_leg":12.7,"ledger_apart":101.6,"ledger_gap":3.175,"uneven_difference":12.7,"uneven_ratio":0.2,"seen_little":1,"seen_usual":2,"seen_much":4,"shave_share":0.0625,"joint_play":0.79375,"kerf":2.3812499999999996,"least_drop":25.4,"saw_within":0.79375,"break_cut":0.05,"break_notched":0.15,"break_thin":2.0,"break_brittle":1.5,"spare_tiles":4.0,"spare_sheets":1.0,"tile_lead":3.0,"rule_of_thumb":0.1,"bed_rise":1.5875,"sanded_from":3.175,"most_on_paint":20.0,"most_on_glue":20.0,"mat_flat_within":1.5875,"board_waste":0.1,"board_screws":30.0,"grout_water":0.22,"grout_life":30.0,"grout_pace":2.0,"pot_life":90.0,"quick_pot_life":25.0,"least_pot_life":30.0,"adhesive_water":0.28,"pace":20.0,"dabs_each":5.0,"dab":4.0,"back_butter":1.0,"coat_cover":8.0,"coat_pack":1.0,"trim_stick":2438.3999999999996,"trim_kerf":3.175,"spacers_each":2.0,"spacer_pack":200.0,"wedge_pack":100.0,"batten_screw":304.79999999999995,"sill_overhang":19.049999999999997,"extend_over":6.35,"sheet_width":990.5999999999999,"grout_density":1.6,"grout_waste":0.1,"grout_pack":5.0,"keyed_coat":0.5,"adhesive_waste":0.1,"adhesive_density":1.3,"adhesive_pack":10.0,"bead_depth":6.35,"edge_bed":1.5,"cartridge":300.0,"sealant_waste":0.15}}');
CREATE TABLE site_entry (
    id         integer primary key,
    job_id     text    not null references job (id),
    key        text    not null,          -- made by who noted it: an entry sent twice is one
    at         text    not null,          -- ISO 8601, UTC: when it was kept
    said_at    text,                      -- when it was noted, put right by the server's clock
    clock      text,                      -- the same as the clock of who noted it had it
    kind       text    not null,          -- pieces, batch, section, step, box, reading ...
    said       text    not null,          -- what was said, as JSON
    was        text    not null,          -- the pieces as they were then, as JSON
    revision   integer not null,
    takes_back integer references site_entry (id),  -- the entry that a taken-back takes back
    noted      integer unique references noted (id),  -- the older note that it is a copy of
    unique (job_id, key),
    foreign key (job_id, revision) references revision (job_id, number)
) strict;
INSERT INTO "site_entry" VALUES(1,'b52f4678f1ba','kept-0001','2026-12-01T19:53:22.985+00:00',NULL,NULL,'batch','{"kind": "batch", "event": "mixed", "what": "adhesive", "lot": "L7", "powder": 1.2, "water": 0.35, "of": null}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(2,'b52f4678f1ba','kept-0002','2026-12-01T19:53:23.032+00:00',NULL,NULL,'section','{"kind": "section", "event": "spread", "number": 1, "pieces": ["A1.1", "A1.2", "A1.3"], "of": null}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(3,'b52f4678f1ba','kept-0003','2026-12-01T19:53:23.085+00:00',NULL,NULL,'pieces','{"kind": "pieces", "event": "set", "pieces": ["A1.1", "A1.2", "A1.3"], "lot": "T2"}','[[["a", [[[3.175, 3.175], [206.375, 3.175], [206.375, 66.675], [3.175, 66.675]]]], [15, false, ["A1.1"], []]], [["a", [[[209.55, 3.175], [412.75, 3.175], [412.75, 66.675], [209.55, 66.675]]]], [16, false, ["A1.2"], []]], [["a", [[[415.925, 3.175], [619.125, 3.175], [619.125, 66.675], [415.925, 66.675]]]], [17, false, ["A1.3"], []]]]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(4,'b52f4678f1ba','kept-0004','2026-12-01T19:53:23.131+00:00',NULL,NULL,'pieces','{"kind": "pieces", "event": "cut", "pieces": ["A1.8"], "lot": ""}','[[["a", [[[1447.8, 3.175], [1558.925, 3.175], [1558.925, 66.675], [1447.8, 66.675]]]], [4, false, ["A4.4a", "A1.8"], [[19.05, 0.0, 92.07499999999999, 63.5]]]]]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(5,'b52f4678f1ba','kept-0005','2026-12-01T19:53:23.180+00:00',NULL,NULL,'pieces','{"kind": "pieces", "event": "broken", "pieces": ["A1.8"], "lot": ""}','[[["a", [[[1447.8, 3.175], [1558.925, 3.175], [1558.925, 66.675], [1447.8, 66.675]]]], [4, false, ["A4.4a", "A1.8"], [[19.05, 0.0, 92.07499999999999, 63.5]]]]]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(6,'b52f4678f1ba','kept-0006','2026-12-01T19:53:23.226+00:00',NULL,NULL,'box','{"kind": "box", "name": "1", "lot": "T2", "shade": "pale", "broken": 1}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(7,'b52f4678f1ba','kept-0007','2026-12-01T19:53:23.271+00:00',NULL,NULL,'culls','{"kind": "culls", "tiles": 2, "words": "chipped"}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(8,'b52f4678f1ba','kept-0008','2026-12-01T19:53:23.329+00:00',NULL,NULL,'step','{"kind": "step", "step": "clear", "event": "done", "words": ""}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(9,'b52f4678f1ba','kept-0009','2026-12-01T19:53:23.385+00:00',NULL,NULL,'reading','{"kind": "reading", "reading": {"kind": "height", "piece": "A1.2", "value": 65.08749999999999}}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(10,'b52f4678f1ba','kept-0010','2026-12-01T19:53:23.434+00:00',NULL,NULL,'refit','{"kind": "refit", "words": "Cut the last tile to fit", "piece": "A1.8", "size": 88.89999999999999, "of": "kept-0009"}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(11,'b52f4678f1ba','kept-0011','2026-12-01T19:53:23.490+00:00',NULL,NULL,'remark','{"kind": "remark", "words": "The wall is a little out of plumb"}','[]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(12,'b52f4678f1ba','kept-0012','2026-12-01T19:53:23.543+00:00',NULL,NULL,'pieces','{"kind": "pieces", "event": "set", "pieces": ["A1.4"], "lot": ""}','[[["a", [[[622.3, 3.175], [825.5, 3.175], [825.5, 66.675], [622.3, 66.675]]]], [18, false, ["A1.4"], []]]]',3,NULL,NULL);
INSERT INTO "site_entry" VALUES(13,'b52f4678f1ba','kept-0013','2026-12-01T19:53:23.606+00:00',NULL,NULL,'taken back','{"kind": "taken back"}','[]',3,12,NULL);
INSERT INTO "site_entry" VALUES(14,'b52f4678f1ba','kept-0014','2026-12-01T19:53:23.824+00:00',NULL,NULL,'photograph','{"kind": "photograph", "name": "561f9b1d0287", "words": "behind the outlet", "wall": ""}','[]',3,NULL,NULL);
CREATE TABLE site_event (
    id         integer primary key,
    job_id     text    not null references job (id),
    key        text    not null,          -- made by who noted it: an event sent twice is one
    at         text    not null,          -- ISO 8601, UTC
    piece      text    not null,          -- its code in the plan of the revision
    event      text    not null check (event in ('cut', 'set', 'broken', 'taken back')),
    revision   integer not null,
    outline    text,                      -- surface and outline as JSON; null where that plan has none
    cut_from   text,                      -- the tile it was cut from as JSON: place, partners, offcuts
    takes_back integer references site_event (id),  -- the event that a taken-back takes back
    noted      integer unique references noted (id),  -- the older note that it is a copy of
    unique (job_id, key),
    foreign key (job_id, revision) references revision (job_id, number)
) strict;
CREATE INDEX revision_by_parent on revision (job_id, parent);
CREATE INDEX noted_by_job on noted (job_id, id);
CREATE TRIGGER noted_stays before update on noted
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE TRIGGER noted_is_kept before delete on noted
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE INDEX site_event_by_job on site_event (job_id, id);
CREATE TRIGGER site_event_stays before update on site_event
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE TRIGGER site_event_is_kept before delete on site_event
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE INDEX site_entry_by_job on site_entry (job_id, id);
CREATE TRIGGER site_entry_stays before update on site_entry
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE TRIGGER site_entry_is_kept before delete on site_entry
begin
    select raise(abort, 'the site record is only ever added to');
end;
CREATE TRIGGER photograph_stays before update on photograph
begin
    select raise(abort, 'photographs are only ever added');
end;
CREATE TRIGGER photograph_is_kept before delete on photograph
begin
    select raise(abort, 'photographs are only ever added');
end;
CREATE INDEX site_entry_by_taken_back on site_entry (job_id, takes_back)
where takes_back is not null;
COMMIT;
pragma user_version = 9;
