# What is asked of a quick line, and what the command line says.

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
    .pass = a pass of which die? Write 2 from a pass of Tag trio, where Tag trio is a line of the list
    .word = which word? Write it in capitals, word SEED SWAP, or in quotation marks
    .near = '{ $text }' was not understood; did you mean '{ $near }'?
    .words = '{ $text }' was not understood; remove it, or put it in a step of the assembly
    .distance = '{ $text }' what? A distance goes after it
no-panel =
    .tab = which panel is the tab? Write tab column 5
    .number = '{ $text }' is no panel; columns and rows are counted from 1, each said once
    .removed = which panel is removed? Write remove panel 1.3
said-twice =
    .up = only one side of it can be up
    .differently = '{ $text }' does not go with what was said before it; keep one of the two
    .distance = '{ $text }' is said twice for the same distances; keep one
    .panel = panel { $panel } is removed already
    .column = { $columns } must be written elsewhere, not among these words
column =
    .count = the count
    .paper = the paper
    .cut = how it is cut
    .margin = the margin
    .note = the note
    .follows = whether it follows the print
result-differs = it is said to come out at { $said }, but its scores make { $found }; which is right?
step-or-piece = this has a size: is it a step, or a piece to cut? Say which beside it
paper-or-note = is '{ $text }' its paper, or a word for you alone?
learned-word = a word that is learned is one to four words with a letter, at most { $most } letters
learned-meaning = say what it means in other words, at most { $most } letters; a paper or a note needs none
strip-width = a strip of { $strip } for a piece that is { $height } high: how much is that on each side?
two-counts = { $first } a kit, or { $second }?
about = '{ $text }' is no size to cut by; measure it, and write the size alone
no-distance =
    .score = score it where? Write score the long side at 4 1/4
    .slit = slit it where? Write slit the long side at 4 1/4
no-side = some of these distances have no side; write on the long side or on the short side
too-many-lines = only { $most } lines are read at once; paste the rest after these
no-size = no size to cut by; write the two sides, such as 4 1/4 x 11
no-paper = no paper; write in body, in print A
decimal-comma = a decimal is written with a point: { $fixed }
size-first = the size comes first, then the scores: 4 1/4 x 11, score the long side at 5 1/2

which-ends = '{ $text }': the ends of which side?
which-corners = which two corners?
    .two = '{ $text }': which two corners?
    .one = '{ $text }': which corner?
not-on-side = { $distance } is not on a side of { $side }; along which side, or how far?
no-such-side = '{ $text }': the piece has no such side; of which one?
equal-sides =
    .word = both sides are as long; which one?
    .length = both sides are that long; which one?
one-or-two-numbers = '{ $text }' can be one number or two; which?
missing-comma = these distances are not separated in the same way; is a comma missing, or one too many?
doubled-distance = one of these distances comes twice; is one of them wrong?
folded-flat = folded all the way over (180 degrees), or left flat (0 degrees)?
angle-over = a fold has 180 degrees at most; that is all the way over
turned-from-what = turned from which side? Say the side of each: score the width at 1
no-middle = the middle of this side cannot be held exactly; write the distance
no-room-for-distance = there is no room for these distances from both ends of that side
score-or-slit = is it scored there, or slit?
two-numbers-before-name = two numbers before the name; which is how many?
number-before-size = '{ $text }' before the size belongs to nothing
name-or-count = is it called '{ $name } { $number }', or are there { $number }?
name-or-paper = is '{ $text }' its name, or its paper?
odd-name = is it called '{ $name }'?
name-or-portion = is each a { $part } of a whole? Then write { $part } behind the size; or it is only called so
second-size = '{ $text }' is a second size; a piece has one
which-paper = in which paper? There is none called '{ $text }', but one that begins so
from-to = only a part of the line? Write from 1 to 3, measured along the other side
supply-amount = how much of it does a kit take? Write 4 foam pads, or 20 in of ribbon
supply-measure =
    { $unit ->
        [length] { $supply } is measured by length. How long? Write 20 in of { $supply }
        [ml] { $supply } is measured in ml. Write 5 ml of { $supply }
       *[each] { $supply } is counted. How many? Write 4 { $supply }
    }
no-such-supply = there is no supply called '{ $supply }'
lone-number = '{ $number }' alone: how many, or what?
for-whom = for { $piece } in which way? A mat of it, or only its name
which-panel =
    .unknown = which panel of { $piece }? Write column 1 row 1
    .several = several panels of { $piece } leave an even border; which one?
    .none = no panel of { $piece } leaves an even border; which one is it for?
no-circle = a circle has one size; this is an oval
through-what = through the folds along which side?
notch-where = where is the notch? Write { $example }
window-where = where is the window? Write centred, or at 1/2, 3/4 from the left and the bottom edge

## The command line

command =
    .all = Plan a job file, compare its choices, or check it. No database, no server.
    .plan = lay the pieces on sheets, total and cost them
    .json = the plan file, on standard output
    .kits = another number of kits
    .compare = options of cutting, sheet sizes and numbers of seats side by side
    .compare-json = the options as JSON, for programs
    .check = only the checks: will it go together?
    .read = read a list as it was written down: pieces, supplies, steps
    .lines = a text file, or - for standard input
    .units = the unit of bare numbers
    .read-json = pieces, supplies, steps and questions as JSON, on standard output
    .fold = fold each piece: its form, its size, the room in it
    .fold-json = every piece folded as JSON, on standard output
    .prepare = batches before the class, stops of the board, passes, evenings and times
    .prepare-json = all of it as JSON, on standard output
    .minutes = minutes of an evening
    .hands = people who prepare
    .check-json = every finding as JSON, on standard output
read-line =
    .heading = heading: { $text }
    .supply = supply: { $text }
    .step = step: { $text }
    .piece = not yet a piece: { $text }
    .more = of the piece above: { $text }
    .note = note: { $text }
read-suggestion =
    .remove = remove it
    .write = write: { $text }
prepare-head =
    .batches = Batches in their order, about { $minutes } min in all
    .stops-proved = Stops of the scoring board: { $stops }, proved fewest
    .stops-open = Stops of the scoring board: { $stops }
    .evenings-fewest = Evenings of { $minutes } min with { $hands } at work: { $count }, no fewer are enough
    .evenings-at-most = Evenings of { $minutes } min with { $hands } at work: at most { $count }
prepare-time =
    .known = about { $minutes } min
    .unknown = time not known
prepare-phase =
    .long = long sides
    .short = short sides
prepare-passes = Passes through the machine: { $passes } of { $dies }
command-whole = write a whole number from 1 to { $most }
command-kits = write a number of kits from 0 to { $most }
command-fix = fix: { $fix }
command-nothing = Nothing to report: it should go together.
command-untested = Nothing could be tested: the list has no scores, mats, fits, contents or steps.

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
    .trimmer = { $sheets }. No plan whose cuts the trimmer makes uses fewer.
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
    .options = Options             sheets layouts settings strokes turns  min   a kit, sheets opened
    .leftovers = Left over and worth keeping
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
report-cost =
    .unknown = no price yet
    .at-least = at least, { $count ->
        [one] { $count } price missing
       *[other] { $count } prices missing
    }
report-unpriced = without a price, so not counted: { $names }
cost-name =
    .material-used = material used
    .sheets-opened = sheets opened
    .cash-out = cash out
report-stock =
    .kits = From what there is: { $kits ->
        [one] 1 kit
       *[other] { $kits } kits
    } without buying anything
    .at-least = From what there is: { $kits } kits or more without buying anything
    .lacking = the next one needs a pack of { $names }
    .more = one more pack of { $packs }: { $kits ->
        [one] 1 kit
       *[other] { $kits } kits
    }
report-set =
    .rule = set { $setting }
    .square = square up, at least { $setting } off
report-waiting = these wait: { $piles }
report-pile = { $count } of { $size }
report-stroke =
    .straight = { $paper }: { $count } of { $size }, along the { $side }, { $times ->
        [one] {""}
       *[other] { $times } times {""}
    }gives { $gives }
    .turned = { $paper }: { $count } of { $size }, turn a quarter, along the { $side }, { $times ->
        [one] {""}
       *[other] { $times } times {""}
    }gives { $gives }
stroke-gives =
    .pieces = { $pieces }
    .part = a part to cut again
    .waste = waste
    .and-rest = { $gives }, the rest is { $piece }: measure it
    .strip = a strip for { $pieces }
    .and-strip = { $gives }, the rest is a strip for { $piece }
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
    .unknown = { $supply }: how much is not known, for no rule finds what it holds; type what a kit takes
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
report-leftover = { $count } x { $paper } { $size }: { $makes }
leftover-makes =
    .some = one would still make { $makes }
    .none = too small for any piece of this list
report-option = { $name }: { $why }.
report-size =
    .fails = { $name } ({ $size }): { $why }
    .chosen = { $name } ({ $size }): { $sheets } sheets, at least { $bound }, { $price }, chosen
    .other = { $name } ({ $size }): { $sheets } sheets, at least { $bound }, { $price }
report-price =
    .none = no price
    .kit = { $price } { $currency } a kit
report-seats = from { $seats } seats: { $sheets } sheets, { $packs } packs, { $cash } { $currency } to pay
report-free = Up to { $sheets } seats no sheet more is opened than now, up to { $packs } no pack more is bought.
