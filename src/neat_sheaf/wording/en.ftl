# What the core says, by message key. Common terms of the trade are in CONTRIBUTING.md.
# A sentence begins small and ends without a full stop: whoever shows it decides whether it stands alone.

## Words

side =
    .width = width
    .height = height
lidfeel =
    .snug = snug
    .easy = easy
portion =
    .whole = whole
    .three-quarters = three-quarters
    .half = half
    .quarter = quarter
level =
    .error = error
    .warning = warning
    .note = note
joined =
    .and = { $before } and { $last }
    .or = { $before } or { $last }
quoted = '{ $text }'
count-of = { $count } { $piece }
count-of-what = { $count } of { $what }
size-of-paper = { $size } of { $paper }
more-sheets = { $count ->
    [one] { $count } more sheet of { $paper }
   *[other] { $count } more sheets of { $paper }
}

## Cautions. Common practice; the makers' labels, the venue's rules and local regulations come first.

caution =
    .blades = Guard down, cut away from your hand, change a dull blade; adults only in a children's class.
    .rollers = Keep fingers clear of rollers and plates.
    .heat = It burns: rest the tool on its stand, and keep anything flammable away.
    .spray = Open a window, and keep it away from heat and flame.
    .small-parts = Small parts can be swallowed: not for small children.
    .magnets = Magnets never loose: swallowed, they injure. Not for small children.
    .food = Leave it wrapped, list allergens on the label, keep glue and ink off it.

## Places of a finding or a fault

place =
    .named = { $name }
    .step = step { $number }
    .lid = { $outer } over { $inner }
    .sleeve = { $outer } around { $inner }
    .shared = { $outer } and { $inner }
    .content = { $content } in { $piece }
    .panel = { $piece }, column { $column }, row { $row }
    .line = line { $line }
    .cell = line { $line }, column { $column }
    .field = line { $line }, column { $column } ({ $name })

## Checks: tabs, dies, sheets, portions

tab-without-panel = there is no panel at column { $column }, row { $row } to be a tab
tab-too-narrow = the tab at column { $column }, row { $row } is { $width } wide, { $runs ->
    [one] the adhesive { $needed }
   *[other] { $runs } runs of adhesive { $needed }
}
fix-tab =
    .remove = make it no tab
    .widen = widen the tab to { $width }: cut { $size }
die-wider-than-plate = the die with its margin is { $die } across its narrow side, the plates are { $plate }
fix-die =
    .margin = a margin of { $margin } all round
    .trim = trim it instead
overhang =
    .wide = { $wide } too wide
    .high = { $high } too high
    .both = { $wide } too wide and { $high } too high
sheet-size =
    .whole = { $size }
    .usable = { $size } without its edges
larger-than-paper =
    .piece = no sheet of { $paper } ({ $size }) holds it: { $over }
    .matched = the matched set { $pieces } is cut as one block of { $size }, which does not fit a sheet of { $paper } ({ $sheet }); match fewer pieces or choose a larger paper
    .upright = { $piece } ({ $size }) does not fit a sheet of { $paper } ({ $sheet }): { $over }
    .even-turned = { $piece } ({ $size }) does not fit a sheet of { $paper } ({ $sheet }): { $over } even turned
    .follows-print = { $piece } ({ $size }) does not fit a sheet of { $paper } ({ $sheet }): { $over }; it would fit turned, but it follows the print
sheet-and-overhang = { $sheet } ({ $over })
larger-than-sheets = it does not fit { $sheets }
one-sheet-size-only = it does not fit { $fails }, but { $fits }
fix-size = cut it { $size }
portion-of-nothing = { $portion } of what? It is trimmed, not punched or die-cut from a whole
fix-portion = punch it
wholes = { $pieces }: { $wholes ->
    [one] { $wholes } whole one
   *[other] { $wholes } whole ones
} for one kit, { $left ->
    [0] nothing
    [one] { $left } quarter
   *[other] { $left } quarters
} left over

## Checks: what fits what

fit-without-piece = there is no piece called { $piece }
tray-without-floor = { $piece } has no floor: it needs two scores along each side
lid-too-small =
    .thin = the lid's floor is { $lid }, the base's { $base }: the lid needs { $by } more to clear the base snugly
    .thick = the lid's floor is { $lid }, the base's { $base }: the lid needs { $by } more to clear the base snugly (twice the thickness of the paper)
lid-too-loose = the lid's floor is { $lid }, the base's { $base }: { $by } of play, the lid may fall off
lid-clears = the lid's floor is { $lid }, the base's { $base }: clears by { $by }, { $feel }
sleeve-without-panels =
    .sleeve = { $piece } does not go around: it needs four panels or more along one side
    .drawer = { $piece } is no tray: it needs two scores along each side
sleeve-too-small =
    .across = the drawer is { $across } across and { $deep } deep, the sleeve's panels { $front } and { $side }: it needs { $by } more across to slide
    .deep = the drawer is { $across } across and { $deep } deep, the sleeve's panels { $front } and { $side }: it needs { $by } more deep to slide
sleeve-too-loose = the drawer is { $across } across and { $deep } deep, the sleeve's panels { $front } and { $side }: { $by } of play, the drawer may slide out
sleeve-clears = the drawer is { $across } across and { $deep } deep, the sleeve's panels { $front } and { $side }: clears by { $play } across and { $play_deep } deep
no-shared-panel = no panel of { $one } is as long as one of { $other }; the nearest are { $first } and { $second }
panels-differ = { $one } has a panel of { $first } and { $other } one of { $second }: { $apart } apart, and they should be equal
content-without-piece = there is no piece called { $piece } for { $content } to go into
inside-unknown = { $piece } folds to nothing with an inside that can be measured; compare by hand
room = { $width } x { $depth } x { $height }
content-fits = there is room for { $content } inside { $piece } ({ $room })
content-side =
    .width = its width of { $size } is { $by } too much
    .depth = its depth of { $size } is { $by } too much
    .height = its height of { $size } is { $by } too much
content-too-large =
    .soft = no room for { $content } inside { $piece } ({ $room }): { $fails }
    .rigid = no room for { $content } inside { $piece } ({ $room }): { $fails }, with { $slack } of slack
fix-fit =
    .remove = remove this fit
    .resize = cut { $piece } { $size }, its scores moved along
    .walls = score { $wall } on all four sides of { $piece }
fix-content = remove { $content } from the contents

## Checks: mats and prints

mat-without-panel = there is no panel at { $where }
mat-too-large = the mat is larger than its panel at { $where } ({ $size })
mat-uneven = on { $where } the border is { $beside } left and right and { $above } above and below; { $even } would make it even
mat-without-border = the mat covers { $where } edge to edge
fix-mat =
    .remove = make it no mat
    .cover = lay a mat on it, { $size }, cut the right way up
face-without-panel = there is no panel at { $where } to be seen
fix-face = remove that panel
print-upside-down =
    .sideways = the print would lie on its side on { $where }, which is seen
    .over = the print would be upside down on { $where }, which is seen
print-does-not-run-on = { $mats } are seen together as the { $face } of { $piece }, but are cut separately: the print will not run on from panel to panel
fix-matched = cut them as one block, in the order of the panels

## Checks: scores

score-outside = the score at { $at } along the { $side } is not inside the piece, which is { $size } along it
score-doubled = the score at { $at } along the { $side } is written twice
scores-close = the scores at { $first } and { $second } along the { $side } are only { $apart } apart
scores-out-of-order = the scores along the { $side } are { $scores }: out of order, so one may have been read off the wrong line
mirror =
    .edges = { $near } from one edge and { $far } from the other
    .inner = { $near } and { $far } from the two edges
    .middle = { $near } and { $far } on either side of the middle
symmetry-broken = along the { $side } one score breaks the mirror ({ $mirror }); a score at { $right } instead of { $wrong } would restore it
score-off-groove = along the { $side } no groove of the board is at { $scores }, from either edge; score it with the trimmer's blade, or move it
fix-score =
    .remove = remove the score at { $at }
    .keep-one = keep one of them
    .order = write them as { $scores }
    .move = move the score from { $wrong } to { $right }
    .groove = move to the nearest groove, { $scores }

## Checks: steps and supplies

step-without-piece = it needs { $piece }, which is not on the list
supply-not-listed = it uses { $supply }, which is not among what a kit takes
tool-not-listed = it needs a { $tool }, which is not among the tools
caution-offered = a caution belongs here: { $caution }
piece-in-no-step = no step of the assembly uses it
supply-in-no-step = a kit takes it, but no step uses it
ribbon-too-short = a length of { $length } is too short to tie: { $girth } around and { $bow } for the bow make { $needed }
fix-step =
    .remove = remove { $piece } from the step
    .supply = let a kit take { $supply }
    .tool = list the { $tool }
    .use = use it in step { $number }
fix-caution = show it
fix-ribbon = cut it { $length }

## A job that cannot be planned

cannot-plan = it cannot be cut as it is
longer-than-trimmer = { $piece } cannot be cut from { $paper } ({ $size }) on a trimmer that cuts { $reach }; cut the sheets apart with a knife first and list them at that size, or set a longer trimmer
longer-than-spool = a length of { $length } cannot be cut from { $supply }: a spool holds { $spool }
fails-and-more = { $first }, and { $more } more
out-of-reach = not within reach of a trimmer that cuts { $reach }
cancelled = planning was stopped
not-at-the-trimmer = { $why }

## Choices

advised =
    .mixed = its sheets cost the least where sizes of one paper share the work
    .same-sheets = every style opens as many sheets, and this one is the quickest at the trimmer
    .minutes-for-sheets = it opens the fewest sheets; { $minutes } min at the trimmer could be saved for { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    } more
    .seconds-for-sheets = it opens the fewest sheets; less than a minute at the trimmer could be saved for { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    } more
    .fewest-and-quickest = it opens the fewest sheets and no style is quicker at the trimmer; another opens up to { $more } more

## While a plan is being cut

more-to-cut =
    .sheets-like = { $count ->
        [one] cut { $count } more sheet of { $paper } like layout { $layout }
       *[other] cut { $count } more sheets of { $paper } like layout { $layout }
    }
    .sheets-new = { $count ->
        [one] cut { $count } more sheet of { $paper } by a new layout, { $layout }
       *[other] cut { $count } more sheets of { $paper } by a new layout, { $layout }
    }
    .offcuts-like = { $count ->
        [one] cut { $count } more offcut of { $paper } like layout { $layout }
       *[other] cut { $count } more offcuts of { $paper } like layout { $layout }
    }
    .offcuts-new = { $count ->
        [one] cut { $count } more offcut of { $paper } by a new layout, { $layout }
       *[other] cut { $count } more offcuts of { $paper } by a new layout, { $layout }
    }
pieces-over = what is planned or cut already is { $pieces } over: keep them as spares
rescue =
    .spare = a spare takes its place; { $left ->
        [0] no spare kit is left
        [one] { $left } spare kit is left
       *[other] { $left } spare kits are left
    }. Nothing more is cut
    .offcut = it can be cut from an offcut, { $offcuts }
    .sheet = it takes { $sheets }

## Files: what is wrong with a value

file-faulty = the file is not as it should be
unreadable = cannot be read: { $why }
not-utf8 = byte { $byte } is not UTF-8; save the file as UTF-8
too-large =
    .file = the file is over { $megabytes } MB
    .table = the table is over { $megabytes } MB
    .length = is over { $most }; check the unit
too-small = is under { $least }, too small to cut; check the unit
too-long =
    .length = '{ $text }' is over a kilometre; check the unit
    .text = is { $found } characters long; { $most } at most
    .line = the line is over { $most } characters
    .words = the words are over { $most } characters
not-a-length =
    .inches = '{ $text }' is not a length; write 4 1/4, 4.25 or 108 mm
    .metric = '{ $text }' is not a length; write 10.8, 10.8 { $units } or 4 1/4 in
not-exact = '{ $text }' cannot be held exactly; write it to 1/64 in, such as { $near }
    .cuts = { $length } does not divide into { $cuts } equal lengths
doubled-key = the key '{ $key }' is in one object twice; keep one
not-json =
    .number = { $text } is not a number in JSON
    .at = not JSON at line { $line }, column { $column }: { $why }
    .deep = not JSON that can be read: too deep, or a number too long
json =
    .object = an object
    .list = a list
    .text = text
    .flag = true or false
    .nothing = nothing
    .number = a number
not-an-object = should be an object, found { $found }
not-a-list = should be a list, found { $found }
not-text =
    .kind = should be text, found { $found }
    .length = a length is text; write "{ $text }"
not-whole =
    .kind = should be a whole number, found { $found }
    .count = '{ $text }' is not a whole number from 0 to { $most }
not-a-number =
    .kind = should be a number, found { $found }
    .text = { $found } is not a number; write 4 or 11.40
not-a-flag =
    .kind = should be true or false, found { $found }
    .yes-no = '{ $text }' is neither yes nor no
not-a-choice = { $found } is not one of: { $choices }
not-writable =
    .text = holds a character that cannot be kept ({ $sign }); remove it
not-millimetres = { $found } is not a length in millimetres with at most six decimals
not-a-parameter = is not a parameter of a message
not-over-zero =
    .number = must be over zero
    .hole = a hole must be over zero
    .corner = a corner must be over zero
    .side = a side must be over zero
out-of-range =
    .whole = { $found } is not from { $least } to { $most }
    .amount = { $found } is not from 0 to { $most }
    .money = { $found } is over { $most }
    .minutes = minutes are from 0 to { $most }, to the hundredth
    .runs = a tab takes 1 to { $most } runs of adhesive
    .count = { $count } a kit is more than { $most }
too-fine = { $found } has more than { $most } decimals; write fewer
empty =
    .text = is empty; write something
    .table = there is nothing in it
    .size = is empty; write a size, such as 4 1/4
    .name = is empty; name the piece
missing-key = '{ $key }' is missing
unknown-key =
    .near = unknown key '{ $key }'; did you mean '{ $near }'?
    .known = unknown key '{ $key }'; known keys: { $known }
too-many =
    .faults = there are { $most } faults or more; fix these first
    .keys = has { $found } keys; { $most } at most
    .items = has { $found } items; { $most } at most
    .rows = more than { $most } rows
    .marks = the list has { $found } scores, slits, holes, corners, tabs and faces; { $most } at most

## Files: a job, a plan, a table

wrong-format = should be "{ $format }"
no-cost-line = the cost has no line of { $name }
unknown-pack = there is no pack with the id '{ $pack }'
unknown-paper =
    .own = '{ $paper }' is no paper of its own; name the id of one
    .id = there is no paper with the id '{ $paper }'
unknown-supply = there is no supply with the id '{ $supply }'
unknown-piece =
    .name = there is no piece called '{ $piece }'
    .near = there is no piece called '{ $piece }'; did you mean '{ $near }'?
unknown-number =
    .number = { $piece } has no number called '{ $number }'
    .version = there is no version called '{ $version }'
    .piece = there is no piece called '{ $piece }'
unknown-version =
    .known = there is no version called '{ $version }'; the versions are: { $known }
    .none = there is no version called '{ $version }'; the list has no versions
not-a-currency = '{ $text }' is not a currency code; write EUR, USD or GBP
no-paper-left = the edges leave no paper between them; make them narrower
kits-do-not-sum = the colourways' kits sum to { $total }; seats + samples + spares is { $kits }
role-without-paper =
    .alone = no colourways, and no paper has the id '{ $role }'; name one so, or add colourways
    .colourway = the role '{ $role }' has no paper in '{ $colourway }'
not-a-size = '{ $text }' is not a size; write 1 x 3
not-a-point = should be two lengths, such as ["1/2", "0"]
out-of-order =
    .keys = 'to' must be beyond 'from'
    .distances = it goes from a smaller distance to a larger one
doubled =
    .key = two have the { $key } '{ $name }'
    .piece = another piece is called '{ $name }'; give each its own name
    .version = another version is called '{ $name }'; give this one its own name
    .row = another row is called '{ $name }'; give each its own name
not-csv = not a table that can be read: { $why }
missing-column = no column is called { $columns }
unknown-column = unknown column '{ $column }'; known columns: { $known }

## Quick lines

third-size = a third size, '{ $text }'? A piece is cut to two; write (2) for two of them
not-understood =
    .numbers = needs { $count ->
        [one] { $count } number
       *[other] { $count } numbers
    }; write { $example }
    .paper = in which paper? Write in body, or in print A
    .mat = a mat of which piece? Write mat of Sleeve column 1
    .matched = matched with what? Write matched front
    .near = '{ $text }' was not understood; did you mean '{ $near }'?
    .words = '{ $text }' was not understood; remove it, or put it in a step of the assembly
    .distance = '{ $text }' what? A distance goes after it
    .fold = '{ $text }' has no distance after it; write it before the score it is of
no-panel =
    .tab = which panel is the tab? Write tab column 5
    .number = '{ $text }' is no panel; columns and rows are counted from 1, each said once
said-twice =
    .up = only one side of it can be up
    .differently = '{ $text }' does not go with what was said before it; keep one of the two
    .distance = '{ $text }' is said twice for the same distances; keep one
    .column = { $columns } must be written elsewhere, not among these words
column =
    .count = the count
    .paper = the paper
    .cut = how it is cut
    .margin = the margin
    .follows = whether it follows the print
two-counts = { $first } a kit, or { $second }?
about = '{ $text }' is no size to cut by; measure it, and write the size alone
no-distance =
    .score = score it where? Write score the long side at 4 1/4
    .slit = slit it where? Write slit the long side at 4 1/4
no-such-side = no side of the piece is that long
no-side = some of these distances have no side; write on the long side or on the short side
too-many-lines = only { $most } lines are read at once; paste the rest after these
no-size = no size to cut by; write the two sides, such as 4 1/4 x 11
no-paper = no paper; write in body, in print A
decimal-comma = a decimal is written with a point: { $fixed }
size-first = the size comes first, then the scores: 4 1/4 x 11, score the long side at 5 1/2

## The command line

command =
    .all = Plan a job file, compare its choices, or check it. No database, no server.
    .plan = lay the pieces on sheets, total and cost them
    .json = the plan file, on standard output
    .kits = another number of kits
    .compare = styles, sheet sizes and numbers of seats side by side
    .check = only the checks: will it go together?
command-kits = write a number of kits from 0 to { $most }
command-fix = fix: { $fix }
command-nothing = Nothing to report: it should go together.

sheets-used = { $sheets ->
    [one] { $sheets } sheet
   *[other] { $sheets } sheets
}{ $offcuts ->
    [0] {""}
   *[other] {" "}and { $offcuts } from offcuts
}
proof =
    .mixed = { $sheets }, mixed with other sizes of the same paper.
    .fewest = { $sheets }. No plan of straight cuts uses fewer.
    .bound = { $sheets }. Proved so far: no plan of straight cuts uses fewer than { $bound }.
mix =
    .cheapest = No mix of straight cuts costs less.
    .open = It may be possible for less.
    .by-price = { $papers } together: { $cost }. { $proved }
    .by-area = { $papers } together: weighed by the area of the sheets. { $proved }
report-head =
    .kits = { $name }: { $kits } kits ({ $seats } seats + { $samples } samples + { $spares } spares)
    .choices = { $name }: { $kits } kits
    .supplies = Supplies
    .cost = Cost in { $currency }        a kit      class
    .cutting = At the trimmer: { $settings } settings, { $strokes } strokes, about { $minutes } min. Guard down; cut away from the hand.
    .styles = Styles           sheets layouts settings strokes  min   a kit, sheets opened
    .sizes = Sheet sizes for { $role }
    .seats = Seat by seat
report-pack = comes in the pack { $pack }
report-buy = buy { $packs ->
    [0] nothing
    [one] { $packs } pack
   *[other] { $packs } packs
}
report-pack-left = { $pack }: buy { $packs ->
    [0] nothing
    [one] { $packs } pack
   *[other] { $packs } packs
}; left then { $left }, { $others } of others
report-unpriced = without a price, so not counted: { $names }
cost-name =
    .material-used = material used
    .sheets-opened = sheets opened
    .cash-out = cash out
report-set = set { $setting }
report-stroke =
    .straight = { $paper }: { $count } of { $size }, { $times ->
        [one] {""}
       *[other] { $times } times {""}
    }gives { $gives }
    .turned = { $paper }: { $count } of { $size }, turned a quarter, { $times ->
        [one] {""}
       *[other] { $times } times {""}
    }gives { $gives }
stroke-gives =
    .pieces = { $pieces }
    .part = a part to cut again
    .waste = waste
    .and-rest = { $gives }, the rest is { $piece }
report-layout =
    .sheet = { $letter }: cut { $times } like this, { $size }
    .offcut = { $letter }: cut { $times } like this, { $size } (offcut)
report-place =
    .upright = { $piece } [{ $colourway }] { $size } at { $at }
    .turned = { $piece } [{ $colourway }] { $size } at { $at }, turned
report-cut = { $setting } across the { $side }
report-cuts =
    .some = cuts: { $cuts }
    .none = cuts: none, the whole sheet
report-supply =
    .length = { $supply }: { $needed } ({ $lengths }); buy { $packs ->
        [0] nothing
        [one] { $packs } pack
       *[other] { $packs } packs
    }
    .each = { $supply }: { $needed }; buy { $packs ->
        [0] nothing
        [one] { $packs } pack
       *[other] { $packs } packs
    }
    .ml = { $supply }: { $needed } ml; buy { $packs ->
        [0] nothing
        [one] { $packs } pack
       *[other] { $packs } packs
    }
report-advised = Suggested: { $style }, because { $because }.
report-size =
    .fails = { $name } ({ $size }): { $why }
    .chosen = { $name } ({ $size }): { $sheets } sheets, at least { $bound }, { $price }, chosen
    .other = { $name } ({ $size }): { $sheets } sheets, at least { $bound }, { $price }
report-price =
    .none = no price
    .kit = { $price } { $currency } a kit
report-seats = from { $seats } seats: { $sheets } sheets, { $packs } packs, { $cash } { $currency } to pay
report-free = Up to { $sheets } seats no sheet more is opened than now, up to { $packs } no pack more is bought.
