# What the studio says itself, by message key. What the core says is in src/neat_sheaf/wording/en.ftl.

## Refusals

not-found = There is nothing here, or it is not yours.
signed-out = Sign in to go on; what you typed is kept here.
busy = { $most } long tasks of this paper room wait or run already; start this one when one of them is done.
underway = This takes a little longer and is being worked out; it follows by itself.
task-late = It took longer than { $seconds } seconds and was ended. Try once more when less is going on.
task-memory = It needed more than { $megabytes } MB of memory and was ended.
task-ended = It was ended from outside, perhaps because memory ran out. Try once more.
task-failed = It failed ({ $error }); try once more.
role-needed =
    .owner = Only an owner of this studio may do that; here you are a { $mine }. Ask an owner to do it.
    .helper = Only owners and helpers of this studio may do that; here you are a { $mine }. Ask an owner.
    .reader = Only members of this studio may do that; here you are a { $mine }.
stale = { $what } was changed elsewhere since you opened it. Nothing of yours was lost.
stale-what =
    .cutting = The cutting
    .habits = How we work
in-use = Still used by: { $users }. Remove it there first.
    .supply-unit = a project uses it in its present unit; add another supply instead
unknown-key-sent = nothing reads this key: it may be misspelt, or of another edition; reload the page
not-yet = This is not there yet: { $why }.
faulty = Not saved yet: something cannot be read.
    .database = Not saved: a number is too large or a text too long to be kept.
cannot-cut = It cannot be cut as it is.
bad-request = What was sent cannot be read.
forbidden = This page is no longer the one you signed in with: load it again, then try once more.
not-allowed = This cannot be done here.
too-much = That is more than can be sent at once: at most 4 MB.
too-fast = That was too many requests within a minute; go on in { $seconds ->
        [one] 1 second
       *[other] { $seconds } seconds
    }.
too-many-kept =
    .project = A paper room keeps at most { $most } projects; delete one that is not used any more.
    .kitclass = A paper room keeps at most { $most } classes; delete one that is long over.
    .paper = A paper room keeps at most { $most } papers; remove one that is not used any more.
    .supply = A paper room keeps at most { $most } supplies; remove one that is not used any more.
    .pack = A paper room keeps at most { $most } packs of designs; remove one that is not used any more.
    .photo = A paper room keeps at most { $most } photographs; remove one that is not needed.
    .order = A paper room keeps at most { $most } orders.
    .learnedword = A paper room knows at most { $most } words of its own; take some back first.
only-json = Only JSON is taken here.
away = The database cannot be reached. Nothing is lost; this page tries again by itself.
failed = The server could not answer ({ $status }).
changed-meanwhile =
    .at-once = It was changed by somebody else at the same moment. Try once more.
    .gone = Something it uses was removed meanwhile, or is used by something new. Load the page again.
sent-bytes = byte { $byte } is not UTF-8
sent-key = a key holds a character that cannot be kept ({ $sign }); remove it

## What the tables refuse

taken =
    .paper = another paper is called so; give this one its own name
    .pack = another pack is called so; give this one its own name
    .supply = another supply is called so; give this one its own name
    .colourway = two colourways are called the same; give each its own name
    .piece = two pieces are called the same; give each its own name
    .version = two versions are called the same; give each its own name
table-range = is out of range; check the number

## Cupboard

doubled-name =
    .paper = another paper is called '{ $name }'; give this one its own
    .pack = another pack is called '{ $name }'; give this one its own
    .supply = another supply is called '{ $name }'; give this one its own
size-of-a-size = { $paper } is itself another size of a paper, or this one has sizes of its own
supply-name-long = '{ $name }...' is { $found } characters long; { $most } at most

## Classes

no-colourway = add a colourway and choose its papers
choose-paper = choose a paper for { $role } in { $colourway }
colourway-unnamed = give the colourway a name
colourway-doubled = another colourway is called '{ $name }'; give this one its own name
role-name = a role's name has from 1 to { $most } characters
still-planning = the plan is still being made; wait for it
planner-ended = planning was ended from outside, as where the machine has no memory left; try again, with fewer kits or kinds of pieces if it comes again
planner-memory = planning took more than the { $megabytes } megabytes that one plan may take; plan fewer kits or kinds of pieces at once, or ask whoever runs this server for more
planner-late = planning did not end within { $seconds } seconds; plan fewer kits or kinds of pieces at once
planner-failed = the planner failed on this list ({ $error }); it is written down where the server runs. Change a size or the number of kits, and keep the job file for whoever looks into it
not-begun = cutting has not begun; begin it first
undone-before = it was taken back before
not-alike =
    .paper = { $one } and { $other } are not the same sheet: their sizes or prints differ
    .supply = { $one } and { $other } are not counted alike
same-twice = choose another one than itself
being-cut = a class that is being cut uses { $paper }; end its cutting first
both-taken = a project takes both { $one } and { $other }; take one of them off its list first
not-so-many = there are only { $there } sheets
not-so-much = there is not so much of it
gone-since = what came in then has left the cupboard since; count what is there instead
not-so-much-aside = not so much is set aside; give less
price-step = prices are rounded to a step from 0, and what is taken off it is less than the step
finished-before = the class is over already
not-whole-sheets = '{ $text }' is not a whole number of sheets
steps-there = there are { $steps } steps
not-planned = the plan cuts no { $piece } from that paper
no-such-rescue = { $by } does not make it good now; choose another
rescuekind =
    .spare = a spare
    .offcut = an offcut
    .sheet = a new sheet
too-many-printed =
    .layouts = the plan has { $found } layouts; a guide of at most { $most } can be printed
    .pieces = the list has { $found } pieces; at most { $most } can be printed
opens =
    .sheets = { $count ->
        [one] { $count } sheet of { $name }
       *[other] { $count } sheets of { $name }
    }
    .packs = { $count ->
        [one] { $count } pack of { $name }
       *[other] { $count } packs of { $name }
    }

## The bench: the one thing to do next

next-step =
    .past = Past: look at what it took
    .planning = The sheets are still being planned
    .cutting = Go on cutting: { $done } of { $steps ->
        [one] { $steps } step
       *[other] { $steps } steps
    } done
    .fix = Fix the list: { $where }
    .buy = Buy { $things }
    .pack = All cut: pack the kits
    .cut = Cut { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    }
    .nothing = No kits, so nothing to cut
    .unplanned = It cannot be planned as it is
counted-paper = { $count ->
    [one] { $count } paper
   *[other] { $count } papers
}
counted-supply = { $count ->
    [one] { $count } supply
   *[other] { $count } supplies
}

## Printed: both

page-count = page { $page } of { $pages }
ruler-note = { $size } when printed at full size
labels-first = The makers’ labels, the venue’s rules and local regulations come first.
labels-follow = Follow the makers’ labels, the venue’s rules and local regulations.

## Printed: the cut guide

guide =
    .title = Cut guide
    .head = { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    }, { $settings ->
        [one] { $settings } setting
       *[other] { $settings } settings
    }, { $strokes ->
        [one] { $strokes } stroke
       *[other] { $strokes } strokes
    }, about { $minutes } min.
    .drawn = Drawn at 1 : { $scale }, cuts numbered in order, waste hatched.
    .blades = Blades cut.
    .caution = Guard down, cut away from your hand, change a dull blade, adults only in a children’s class; rest in between.
    .paper = { $paper }: { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    }
    .paper-offcuts = { $paper }: { $sheets ->
        [one] { $sheets } sheet
       *[other] { $sheets } sheets
    } and { $offcuts ->
        [one] { $offcuts } offcut
       *[other] { $offcuts } offcuts
    }
    .layout = { $letter } · cut { $times } like this
    .offcut = { $size }, an offcut
    .nothing = No kits, so nothing to cut.
    .order = In this order
    .later = Added later
    .set = Set to, { $units }
    .take = Take
    .paper-layout = Paper, layout
    .how = How
    .gives = Gives
    .strokes = Strokes
    .edges = The edge named lies at the setting on the rule, so what comes off is what was measured. To square up, let it stand just past the blade: nothing is measured by that strip.
guide-take = { $count } of { $size }
guide-how =
    .left = left edge
    .bottom = bottom edge
    .turned-left = turn a quarter, left edge
    .turned-bottom = turn a quarter, bottom edge
    .left-strips = left edge, { $strips } strips
    .bottom-strips = bottom edge, { $strips } strips
    .turned-left-strips = turn a quarter, left edge, { $strips } strips
    .turned-bottom-strips = turn a quarter, bottom edge, { $strips } strips
guide-pile = { $count } of { $size }
guide-waiting = These wait: { $piles }
guide-square = to square up
guide-gives =
    .pieces = { $pieces }
    .waste = waste
    .part = a strip to cut again
    .and-rest = { $gives }; the rest is { $piece }: measure it
    .strip = a strip for { $pieces }
    .and-strip = { $gives }; the rest is a strip for { $piece }
layout-title = Layout { $letter }
layout-keep = keep { $size }
file-guide = { $name } cut guide
file-shopping = Shopping list
file-prices = Price list
file-year = Classes of { $year }
not-hours = hours are from 0 to 99 999, to the hundredth

plain-paper =
    .letter = Plain Letter
    .a4 = Plain A4
    .twelve = Plain 12 x 12 in
    .six = Plain 6 x 6 in

glue-pieces = { $pieces }
glue-piece = { $piece } { $length }
round = { $names }, round { $way }

## Shops, price lists and orders

supplier-away = { $shop } does not answer; try again later, or use a list as a file
supplier-slow = { $shop } takes too long to answer; try again later, or use a list as a file
supplier-failed = { $shop } answers with a failure of its own; try again later, or use a list as a file
supplier-nonsense = { $shop } answers with something that cannot be read; nothing was changed
not-sold-so = it is not sold in packs of that size; look at it in the cupboard
takes-no-orders = { $shop } takes no orders from here
other-order = another order was sent with this reference; send this one with its own
order-closed = this order was closed before
order-open = this order is still on the way
not-a-picture = this is no picture that can be opened; send a JPEG, PNG or WebP
too-many-pixels = the picture has too many points; make it smaller
document =
    .unknown = this is no file that a list can be read from; send one of PDF, DOCX, ODT, XLSX, ODS, CSV or plain text
    .locked = this file has a password; save it without one and send it again
    .empty = there is no text in this file; a page that was scanned is a picture, so type or dictate its list
    .long = there is too much in this file; save the pages with the list as a file of their own
    .large = a file with a list has at most { $megabytes } MB; save the pages with the list as a file of their own
not-base64 = the file did not come whole; send it again
not-a-price-list = { $name } is no price list; save it as XLSX, CSV or JSON
other-currency = the list is in { $list } and the studio in { $studio }; prices are not compared
changed-since = { $name } was changed since it was compared; compare again

## The shopping list

shopping =
    .not-known = not known: type on the list what a kit takes
    .title = Shopping list
    .any-shop = Any shop
    .what = What
    .buy = Buy
    .holds = A pack holds
    .needed = Needed
    .here = Here
    .order-by = Get or order by
    .price = Price
    .late = too late for the post
    .no-price = no price known
    .packs = { $packs ->
        [one] 1 pack
       *[other] { $packs } packs
    }
    .nothing = Everything is here: there is nothing to buy.
    .total = In all { $total }
    .unpriced = { $count ->
        [one] and one thing that has no price yet
       *[other] and { $count } things that have no price yet
    }

file-layout = { $name } layout { $letter }

## Printed: the sheet for attendees

sheet =
    .title = Cut-and-score sheet
    .versioned = Cut-and-score sheet, { $version }
    .drawn = Drawn at 1 : { $scale }. Scores dashed (towards you) or dash-dotted (away from you); cuts solid. Sizes are width by height, the print upright.
    .pieces = Cut and score
    .count = cut { $count }
    .paper = in { $paper }
    .empty = The list is empty.
    .hand = Have at hand
    .supply = { $supply }: { $amount }
    .content = { $content }, to go inside
    .before = Prepared for you
    .table = At the table
    .care = Take care
    .with = With { $things }
    .minutes = { $minutes } min
sheet-note =
    .scores = Score along the { $size } { $side }: { $scores } (panels { $panels })
    .score-line = Score at { $at } along the { $side }, from { $start } to { $end }
    .slit-line = Slit at { $at } along the { $side }, from { $start } to { $end }
    .slit-wedge = Slit at { $at } along the { $side }, from { $start } to { $end }, a wedge of { $relief } off both sides
    .score-wedge = Score at { $at } along the { $side }, from { $start } to { $end }, a wedge of { $relief } off both sides
    .diagonal = Score from { $start } to { $end }
    .glued = Glue { $panel } onto the middle of { $onto } of { $piece }
    .glued-edges = Glue { $panel } to { $onto } of { $piece }, the { $edge } edge along the { $to_edge } edge
    .fold-valley = Fold along the { $side } at { $at } by { $degrees }°, towards the print
    .fold-mountain = Fold along the { $side } at { $at } by { $degrees }°, away from the print
    .fold-flat = Leave flat along the { $side } at { $at }
    .hole = Hole { $size } across, { $left } from the left, { $bottom } from the bottom
    .hole-through = Hole { $size } across, { $left } from the left, { $bottom } from the bottom, through the layers folded along the { $side }
    .mitre-two = Mitre the { $corner } corner { $size }
    .notch-two = Notch the { $corner } corner { $size }
    .circle = Cut round
    .oval = Cut oval
    .pointed = Point the { $edge } edge, { $depth } deep
    .forked = Fork the { $edge } edge, { $depth } deep
    .cut-off = Cut the corners of the { $edge } edge off: { $inset } along it, { $depth } back
    .triangular = Triangular notch { $size }, { $edge } edge, its middle at { $at }
    .triangular-centred = Triangular notch { $size }, middle of the { $edge } edge
    .rounded = Rounded notch { $size }, { $edge } edge, its middle at { $at }
    .rounded-centred = Rounded notch { $size }, middle of the { $edge } edge
    .window = Window { $shape } { $size }, { $place }
    .window-panel = Window { $shape } { $size } on column { $column } row { $row }, { $place }
    .removed = Cut away: { $panels }
    .round = Round the { $corner } corner { $size }
    .mitre = Mitre the { $corner } corner { $size }
    .notch = Notch the { $corner } corner { $size }
    .tabs = Tabs: { $tabs }
    .mat-over = Goes on { $piece }, column { $column }, row { $row } to column { $to_column }, row { $to_row }
    .mat = Goes on { $piece }, column { $column }, row { $row }
    .upright = Print upright
    .die = Die-cut
    .punch = Punched
    .margin = { $how }, { $margin } of margin all round
    .pitch = { $how }, one every { $pitch } along the strip
    .pass = Comes out of the die { $die }, { $gives } a pass
    .word = The letters of { $word }
    .note = Note: { $note }
    .spares = { $spares ->
        [one] Cut one spare
       *[other] Cut { $spares } spares
    }
    .portion = { $how }, one is a { $portion }
sheet-edge =
    .near = the edge
    .far = the far edge
sheet-place =
    .centred = centred
    .centred-across = centred from left to right, { $bottom } from the bottom
    .centred-up = { $left } from the left, centred from top to bottom
    .measured = { $left } from the left, { $bottom } from the bottom
sheet-shape =
    .oval = (oval)
    .rectangle = (rectangle)
edge =
    .top = top
    .bottom = bottom
    .left = left
    .right = right
sheet-panel = column { $column } row { $row }
corner =
    .top-left = top left
    .top-right = top right
    .bottom-left = bottom left
    .bottom-right = bottom right
sheet-amount =
    .unknown = as much as it takes
    .lengths = { $count } of { $length }
    .ml = { $count } ml
    .shared = { $amount } { $people ->
        [0] for the class
       *[other] for { $people } people
    }
one-kit-colourway = As chosen

## A template to trace

template =
    .title = Template: { $piece }
    .blank = Starts from a blank of { $size }.
    .makes = Folds to: { $form }, { $size } outside.
    .size = Folded { $size } outside.
    .lines = Cut along solid lines, score along dashed ones. Print at 100 %, without fitting to the page.
    .tile = Part { $name }. Cut each part along its edges and join them where the crosses meet. Print at 100 %.
sheet-folded =
    .form = Folds to: { $form }, { $size } outside
    .size = Folded { $size } outside
template-too-large = a template is for pieces up to { $most }; this one is larger

refit-change = { $piece } from { $before } to { $after }
