# What the checks say.

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
pitch-too-small = one every { $pitch } on the strip, and each is { $width } wide: they would run into each other
fix-pitch = one every { $pitch }
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

no-such-die = it comes out of a pass of { $die }, which is not on the list: it is cut by itself
die-on-other-paper = it comes out of a pass of { $die }, which is cut from { $paper }: it is cut by itself
die-gives-nothing = it comes out of a pass of { $die }, which gives no pieces itself: it is cut by itself
die-not-cut-by-one = pieces come out of its passes, but it is not die-cut
word-without-die = the word { $word } says no die that its letters come out of: it is cut as one piece
passes = { $pieces }: { $passes ->
    [one] { $passes } pass
   *[other] { $passes } passes
} for one kit, { $ten } for ten kits; its own number a kit is not used
fix-pass =
    .remove = cut it by itself
    .paper = cut it from { $paper }
    .cut = die-cut it

## Checks: marks

mark =
    .slits = slit { $number }
    .diagonals = diagonal { $number }
    .holes = hole { $number }
    .corners = corner { $number }
    .tabs = tab { $number }
    .windows = window { $number }
    .notches = notch { $number }
    .ends = end { $number }
    .removed = removed panel { $number }
mark-outside = { $what } does not lie inside the piece, or inside what it belongs to
mark-doubled = { $what } is there twice
part-score-outside = the score at { $at } along the { $side } runs off the piece
fix-mark =
    .remove = remove { $what }
    .keep-one = keep one
    .whole = let it run from edge to edge
slit-cuts-apart = the slit at { $at } along the { $side } runs from edge to edge: it cuts the piece in two
slit-off-score = the slit at { $at } along the { $side } lies on no score; the nearest is at { $score }
slit-ends-off = the slit at { $at } ends at { $ends }, on no score; the nearest is at { $score }
tab-not-free = the tab at column { $column }, row { $row } cannot come free: neither of its folds is slit up to the score
score-through-tab = a score runs on through the tab: column { $column }, row { $row } beside it is no tab; stop the score there, or cut that part away
fix-panel-away = cut column { $column }, row { $row } away
fix-slit =
    .move = put it on the score
    .add = slit the { $side } at { $at } up to the score at { $stop }

## Checks: wraps and trays

wrap-unequal = along the { $side } panel { $first } is { $one } and panel { $second }, opposite it, { $other }
wrap-tab-wide = along the { $side } the last panel is { $tab }, wider than the { $panel } that it is to go behind
fix-panel = panel { $number } { $width }: cut { $size }
fold-off-middle = the fold at { $at } along the { $side } just misses the middle, { $middle }
walls-unequal = its walls are { $one } along the width and { $other } along the height
fix-walls = walls of { $wall } along the { $side } too
not-trimmed = its scores along the { $side } mirror one another on { $meant }, and it is { $size }: was it trimmed?

## Checks: what belongs together

band-fits = it goes round { $girth } and overlaps by { $over }
band-too-short = it is { $length }; { $girth } round and { $overlap } of overlap need { $by } more
band-too-long = it is { $length }; { $girth } round and { $overlap } of overlap need { $by } less
girth-unknown = how far it is round { $piece } cannot be told from its panels
cover-off = a board of { $board } turned in { $turn } all round needs { $needed }
count-off = { $count } { $piece } for { $takers }, which take { $needed }
fix-count = { $count } a kit
fit-not-said = does { $outer } go over { $inner }? Nothing says so, so it is not checked
tabs-without-adhesive = { $pieces } { "" }has tabs, and a kit takes no tape or glue
adhesive-short = the tabs and glued panels of a kit are { $line } long and take { $needed } of { $supply }; the list says { $has } (the edges of mats are { $mats } more, if they are stuck with it too)
adhesive-amount =
    .length = { $length }
    .ml = { $amount } ml
    .each = { $amount }
held-twice =
    .tab = { $supplies } are both counted for the tabs
    .joint = { $supplies } are both counted for the glued panels
    .mat = { $supplies } are both counted for the mats
adhesive-not-known = no rule finds what { $supply } holds here, so how much a kit takes is not known; type it
typed-short = what { $supply } holds takes { $needed } a kit; { $has } is typed over it
fix-adhesive = take { $amount } a kit, worked out from the list
fix-supply =
    .take = take { $supply }

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
fit-without-panel = there is no { $where }
no-shared-panel = no panel of { $one } is as long as one of { $other }; the nearest are { $first } and { $second }
panels-differ = { $one } has a panel of { $first } and { $other } one of { $second }: { $apart } apart, and they should be equal
content-without-piece = there is no piece called { $piece } for { $content } to go into
inside-unknown = { $piece } folds to nothing with an inside that can be measured; compare by hand
content-fits =
    .straight = there is room for { $content } inside { $piece } ({ $room })
    .turned = there is room for { $content } inside { $piece } ({ $room }), lying { $lying }
contents-too-many = { $contents } together take more than the room inside { $piece }
contents-together =
    .fit = { $contents } go into { $piece } together
    .unknown = whether { $contents } go into { $piece } together is not known; try it
content-side =
    .width = its width of { $size } is { $by } too much
    .depth = its depth of { $size } is { $by } too much
    .height = its height of { $size } is { $by } too much
content-too-large =
    .soft = no room for { $content } inside { $piece } ({ $room }): { $fails }
    .rigid = no room for { $content } inside { $piece } ({ $room }): { $fails }, with { $slack } of slack
fix-fit =
    .add = { $outer } goes over { $inner }
    .remove = remove this fit
    .resize = cut { $piece } { $size }, its scores moved along
    .walls = score { $wall } on all four sides of { $piece }
fix-content = remove { $content } from the contents

## Checks: mats and prints

mat-without-panel = there is no panel at { $where }
mat-too-large = the mat is larger than its panel at { $where } ({ $size })
mat-uneven = on { $where } the border is { $beside } left and right and { $above } above and below; { $even } would make it even
mat-turned =
    .print = { $where } is { $panel } and the mat { $size }: it fits turned, its print on its side
    .sizes = { $where } is { $panel } and the mat { $size }: it fits turned; are its sizes the wrong way round?
mats-off = { $count } { $mat } for { $pieces } { $piece }: one for each, or as many for each
two-mats = { $mat } and { $other } lie on one panel of { $piece }, and neither fits on the other
panel-without-mat = of { $count } panels alike ({ $size }) only column { $column }, row { $row } has no mat; the others have { $mats }
mat-without-border = the mat covers { $where } edge to edge
fix-mat =
    .add = a mat for it: { $size }
    .span = it lies over several, up to column { $column }, row { $row }
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
counted-twice = a kit takes { $supply } for what goes inside ({ $inside }), and { $listed } more on the list; are these the same?
supply-in-no-step = a kit takes it, but no step uses it
ribbon-too-short = a length of { $length } is too short to tie: { $girth } around and { $bow } for the bow make { $needed }
fix-step =
    .remove = remove { $piece } from the step
    .supply = let a kit take { $supply }
    .tool = list the { $tool }
    .use = use it in step { $number }
fix-caution = show it
fix-counted-once = take only what goes inside
fix-ribbon = cut it { $length }
