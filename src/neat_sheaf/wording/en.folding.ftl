## Folding: what a piece is, and what was found on the way

form =
    .flat = flat piece
    .card = card
    .pocket-card = pocket card
    .gate-card = card with two doors
    .spine = cover with a spine
    .tray = tray
    .tube = box, closed at both ends
    .closed-tube = box, closed at one end
    .sleeve = sleeve
    .flat-sleeve = flat sleeve
    .hinged-box = box with a hinged lid
    .tuck-box = box with a lid that tucks in
    .pinched-box = box with a pinched top
    .holder = holder, open at the top
    .bag = bag from one sheet
    .folded-bag = folded bag without glue
    .gusset-bag = bag with gussets
    .pocket = flat pocket
    .pouch = flat pouch
    .envelope = envelope
    .square-envelope = envelope with folded corners
    .by-hand = folded as set by hand
fold-why =
    .by-hand = its folds are set one by one
    .panels = panels of { $panels }
    .diagonals = four folds cut off its four corners and form a rectangle
fold-unknown = how { $piece } folds is not known; set its folds, and its size and room follow
fold-which = which is it: { $forms }? Each has this list
fold-unset =
    { $count ->
        [one] one fold is not set yet; set it, and its size follows (flat is an answer too)
       *[other] { $count } folds are not set yet; set them, and its size follows (flat is an answer too)
    }
fold-tears = folded like this the paper would tear { $x } from the left and { $y } from the bottom: it would be { $by } apart
fold-through = folded like this column { $column } row { $row } passes through column { $to_column } row { $to_row }
fold-tab-unmarked =
    { $count ->
        [one] panel { $panels } is glued when it is folded, and is not named as a tab
       *[other] panels { $panels } are glued when it is folded, and are not named as tabs
    }
fold-tab-nowhere = the tab in column { $column } row { $row } lies on no panel of it when folded like this; if it is glued to another piece, say so at what fits what
fold-unequal = along the { $side } panel { $first } is { $one } and panel { $second }, opposite it, { $other }: they do not meet by { $apart }
fold-no-tab = there is no tab behind panel { $panel }: nothing to glue it closed with
fold-tab-wide = the tab is { $tab }, and the panel that it is glued behind { $panel }
fold-tab-off = the tab in column { $column } row { $row } lies { $by } off the panel that it is glued to
fold-tab-shows = the tab in column { $column } row { $row } shows by { $by } beyond the panel that it is glued to
fold-flap-long = the end flaps are { $flap } and the base { $base } across: they stand out by { $by }
fold-flap-gap = the end flaps are { $flap }: they leave a gap of { $gap } in the base
fold-flap-short = the flaps are { $flap }: they stop { $by } before the far side
fold-flap-over = the flaps are { $flap }: they reach { $by } past the far side
fold-gussets = one gusset is { $one } deep and the other { $other }
fold-walls = the wall in column { $column } row { $row } is { $wall }; the others are { $usual }
fold-walls-differ = the walls are { $one } at the sides and { $other } at the front and back
fold-lid-differs = the lid is { $lid } and the box { $deep } deep
fold-lid-short = the lid is { $by } shorter than the base
fold-lid-long = the lid is { $by } longer than the base
fold-loose = column { $column } row { $row } is cut off all round: it falls off
fold-envelope-gap = the closing flap stops { $gap } before the front: it does not close
fold-diagonals-short = its diagonals do not reach from edge to edge: they cut off no corners
fold-flaps-uneven = of two flaps that face one another one is { $by } longer: the folds are not the same distance from their corners
fold-flaps-apart = the flaps do not meet: { $gap } stays open
fold-slits-missing =
    { $count ->
        [one] it needs a slit that the list does not name; its size and room are as if it were there
       *[other] it needs { $count } slits that the list does not name; its size and room are as if they were there
    }
fold-slit-missing = a slit is missing along the { $side } at { $at }, from { $start } to { $end }
fold-slit-short = the slit along the { $side } at { $at } stops { $by } too soon
fold-slit-long = the slit along the { $side } at { $at } goes { $by } into a fold
fold-slit-wrong = the slit along the { $side } at { $at }, from { $start } to { $end }, cuts through a fold
fold-together =
    .lid = { $outer } over { $inner }
    .sleeve = { $inner } in { $outer }
    .glued = { $pieces }, glued together
fold-glue-unknown = how { $piece } folds is not known; set its folds, and the size of the whole follows
fold-glue-panel = which panels of { $outer } and { $inner } are glued? Name a panel of each that is there
fold-glue-copy =
    { $count ->
        [one] number { $copy } of { $piece }: a kit takes only one
       *[other] number { $copy } of { $piece }: a kit takes only { $count }
    }
fold-glue-itself = { $piece } is glued to itself: make the panel a tab of it, or name another of its copies
fold-glue-at = column { $column } row { $row } of { $piece }
fold-glue-off = { $outer } lies { $by } off { $inner }, which it is glued to
fold-glue-turned = { $outer } lies turned by { $degrees } degrees on { $inner }; name the two edges that meet
fold-glue-apart = { $outer } lies { $by } away from its place on { $inner }
fold-glue-edges = { $outer } has an edge of { $one }, and lies along one of { $other } of { $inner }: they differ by { $by }
fold-glue-shows = { $tab }, a tab, shows by { $by } beyond { $onto }
fold-apart = { $inner } does not go into { $outer }: { $by } too large
fold-report =
    .form = { $form }
    .unknown = not known
    .finished = { $sizes } outside
    .room = room for { $sizes }
    .into = goes into { $names }
box-about = about { $what }
fold-print =
    .over = upside down on the { $face }
    .sideways = on its side on the { $face }
fold-face =
    .front = front
    .back = back
    .left = left
    .right = right
    .top = top
    .bottom = bottom
fold-prints = folded, its print is { $faces }
fold-mat-sideways = folded, its print is on its side on the { $face } of { $piece }
fix-fold-tabs =
    { $count ->
        [one] name it as a tab
       *[other] name { $count } tabs
    }
fix-fold-mat = cut it the other way round
fix-fold-slits =
    { $count ->
        [one] add the slit
       *[other] add { $count } slits
    }

## Forms to start from

start =
    .tray = Tray
    .lidded-box = Box with a lid
    .drawer = Drawer in a sleeve
    .sleeve = Sleeve
    .open-box = Box, open at the top
    .closed-box = Box, closed at both ends
    .tuck-box = Box with a lid that tucks in
    .hinged-box = Box with a hinged lid
    .holder = Holder, open at the top
    .bag = Bag from one sheet
    .folded-bag = Folded bag without glue
    .gusset-bag = Bag with gussets
    .pocket = Flat pocket
    .envelope = Envelope
    .pouch = Flat pouch
    .square-envelope = Envelope with folded corners
    .card = Card
    .pocket-card = Card with a pocket
start-piece =
    .tray = Tray
    .base = Base
    .lid = Lid
    .drawer = Drawer
    .sleeve = Sleeve
    .box = Box
    .holder = Holder
    .bag = Bag
    .pocket = Pocket
    .envelope = Envelope
    .pouch = Pouch
    .card = Card
start-contents = What goes inside
start-step =
    .score = Score { $piece } on every line, and fold each once along a ruler.
    .slit = Cut the slits of { $piece } up to the scores.
    .mats = Glue its mats on { $piece } while it is flat.
    .fold = Fold { $piece } and burnish the folds.
    .glue = Glue the tabs of { $piece }.
    .lid = Put { $outer } over { $inner }.
    .sleeve = Slide { $inner } into { $outer }.
start-not-so = { $form }: it cannot have a room of { $room }; try other sizes
start-no-room = these sizes leave no room for one of its panels; try larger ones

## Make it fit

refit-unknown =
    .room = the room inside { $piece } is not known, so it cannot be made to fit
    .finished = the size of { $piece } when it is folded is not known, so it cannot be made to that size
refit-cannot = no panels of { $piece } and of what belongs to it can be stretched to give that size
