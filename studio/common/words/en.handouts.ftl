## Printed for those who teach and help

file-scoring = { $name } scoring guide
file-host = host’s sheet for { $name }
file-cards = table cards for { $name }
file-folder = { $name } folder

scoring =
    .title = Scoring guide for { $name }
    .sum = { $scores } { $scores ->
        [one] score
       *[other] scores
    }, { $stops } { $stops ->
        [one] stop
       *[other] stops
    }
    .proved = proved fewest
    .how = Set the stop once, score all that is listed beside it, tick it, go on. The named edge lies at the fence.
    .off-groove = no groove there: measure it
    .none = Nothing is scored before the class.
    .marks = Between marks
    .beyond = Too long for the board, measure with a ruler: { $pieces }
    .pieces = The pieces, drawn at 1 : { $scale }
scoring-phase =
    .long = all long sides
    .short = all short sides
scoring-edge =
    .left = left edge
    .right = right edge
    .top = top edge
    .bottom = bottom edge
scoring-fence = { $edge } to the fence
scoring-facing =
    .print-up = print up
    .print-down = print down
scoring-take = { $count } { $piece }
scoring-part = only from { $start } to { $end }, measured from the { $edge }
scoring-line = from { $x1 } right and { $y1 } up to { $x2 } right and { $y2 } up, from the lower left corner

host =
    .title = Host’s sheet for { $name }
    .tables = { $tables } { $tables ->
        [one] table
       *[other] tables
    }, up to { $seats } seats each
    .steps = The steps: { $minutes } min
    .unknown = { $count ->
        [one] One step has no time said: it is not in the minutes.
       *[other] { $count } steps have no time said: they are not in the minutes.
    }
    .minutes = { $minutes } min
    .turns = { $count } take turns
    .nothing = Nothing is done at the table.
    .each = { $tables ->
        [one] On the table
       *[other] On each table
    }
    .bags = { $seats ->
        [one] 1 bag
       *[other] { $seats } bags at most
    }, one a seat
    .before = Tools to prepare it with:
    .wrong = What can go wrong
    .nothing-known = Nothing is known yet. What goes wrong is noted in the log of the class.
    .rules = Follow the makers’ labels, the venue’s rules and local regulations.
host-each =
    .each-used = { $count } { $name }
    .each-lent = { $count } { $name }, to be given back
    .length-used = { $name }, { $length } of it
    .length-lent = { $name }, { $length } of it, to be given back
    .ml-used = { $name }, { $count } ml of it
    .ml-lent = { $name }, { $count } ml of it, to be given back
cards =
    .title = Table cards for { $name }
    .table = Table { $number }
too-many-tables = from 1 to { $most } tables
