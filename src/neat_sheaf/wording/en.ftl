# What the core says, by message key. Common terms of the trade are in CONTRIBUTING.md.
# A sentence begins small and ends without a full stop: whoever shows it may make it a whole one.

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
    .band = { $outer } round { $inner }
    .cover = { $outer } over { $inner }
    .each = { $outer } for each { $inner }
    .glued = { $outer } glued to { $inner }
    .list = the list
    .content = { $content } in { $piece }
    .panel = { $piece }, column { $column }, row { $row }
    .line = line { $line }
    .cell = line { $line }, column { $column }
    .field = line { $line }, column { $column } ({ $name })

## A job that cannot be planned

cannot-plan = it cannot be cut as it is
longer-than-trimmer = { $piece } cannot be cut from { $paper } ({ $size }) on a trimmer that cuts { $reach }; cut the sheets apart with a knife first and list them at that size, or set a longer trimmer
longer-than-spool = a length of { $length } cannot be cut from { $supply }: a spool holds { $spool }
fails-and-more = { $first }, and { $more } more
out-of-reach = not within reach of a trimmer that cuts { $reach }
cancelled = planning was stopped
no-fee = no fee covers the cost: tax, the venue and what is to be left take all of it, or nobody pays
not-at-the-trimmer = { $why }
not-at-the-board = { $why }

## Choices

option-why =
    .usual = { $parts }; { $usual }
    .other = { $parts }
option-fewest =
    .proved = { $sheets ->
        [one] { $sheets } sheet, and no plan opens fewer
       *[other] { $sheets } sheets, and no plan opens fewer
    }
    .trimmer = { $sheets ->
        [one] { $sheets } sheet, and no plan that the trimmer cuts opens fewer
       *[other] { $sheets } sheets, and no plan that the trimmer cuts opens fewer
    }
    .found = { $sheets ->
        [one] { $sheets } sheet, the fewest that were found
       *[other] { $sheets } sheets, the fewest that were found
    }
option-sheets =
    .more = { $sheets ->
        [one] { $sheets } sheet more
       *[other] { $sheets } sheets more
    }
    .as-many = as many sheets
option-layouts =
    .fewer = { $layouts ->
        [one] { $layouts } layout fewer
       *[other] { $layouts } layouts fewer
    }
    .more = { $layouts ->
        [one] { $layouts } layout more
       *[other] { $layouts } layouts more
    }
option-minutes =
    .less = { $minutes } min less
    .more = { $minutes } min more
option-blocks =
    .alike = { $kits ->
        [one] cut one kit at a time, over and over
       *[other] cut { $kits } whole kits at a time, over and over
    }
    .unlike = cut a few whole kits of each paper at a time, over and over
option-usual =
    .minutes = the usual choice where a sheet is worth { $minutes } min of work
    .money = the usual choice: at { $hour } an hour, sheets and work come to { $total }

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

## How a figure came about

explained-pieces = { $count } of { $piece }, { $size }
explained-of-size = { $count } of { $size }
explained-offcuts =
    .used = from the cupboard's offcuts: { $offcuts }
    .kept = kept as offcuts, and not paid for: { $offcuts }
explained-rate = { $price } / { $holds } sheets
explained-area = about { $sheets } sheets cut up, with the waste too small to keep, × { $rate } = { $cost }
explained-opened = { $sheets } sheets started × { $rate } = { $cost }
explained-in-pack = it is bought in { $pack }, which has a line of its own
explained-unpriced = it has no price, so it is in no sum
explained-stuck =
    .tab = tabs { $length }
    .joint = glued panels { $length }
    .mat = the edges of mats { $length }
    .pads = { $count } under { $piece }
    .nothing = nothing on the list
explained-amount =
    .worked = { $amount }, worked out from { $made_of }
    .back = { $amount }, worked out from { $made_of }, kept { $back } back from the edges
    .over = { $amount }, typed over { $worked } that is worked out
    .sheets = { $count } { $count ->
        [one] sheet
       *[other] sheets
    }
    .each = { $count }
    .ml = { $count } ml
    .length = { $length }
    .lengths = { $count } { $count ->
        [one] length
       *[other] lengths
    } of { $length }
    .tie = { $count } { $count ->
        [one] length
       *[other] lengths
    } of { $length } ({ $girth } around, { $bow } for the bow)
explained-bought =
    .none = { $needed } needed, { $here } here: nothing to buy
    .packs = { $needed } needed, { $here } here: { $packs } { $packs ->
        [one] pack
       *[other] packs
    } of { $holds } × { $price } = { $cost }
explained-design = { $paper }: { $needed } needed, { $here } here, { $copies } in a pack
explained-pack = as the design that is shortest needs, { $packs } × { $price } = { $cost }
explained-use =
    .kit = { $amount } a kit × { $times } kits
    .table = { $amount } for { $people } people × { $times }
    .class = { $amount } for the class
explained-needed =
    .unknown = no rule finds what it holds, so how much is not known
    .all = in all { $needed }
    .lent = in all { $needed }, of which { $lent } comes back
explained-used = { $used } used × { $price } / { $holds } = { $cost }
explained-spool =
    .here = { $count } of { $length } that is here: { $lengths }; { $left } left
    .bought = { $count } new of { $length }: { $lengths }; { $left } left of each
explained-spools = no plan buys fewer than { $spools } (lower bound: Gilmore and Gomory, 1961)
explained-bound = no plan of straight through-cuts starts fewer than { $sheets } (lower bound: Gilmore and Gomory, 1961; Farley, 1990)
explained-extra =
    .kit = { $amount } × { $times } / { $over } × { $count } kits = { $cost }
    .seat = { $amount } × { $times } / { $over } × { $count } seats = { $cost }
    .class = { $amount } × { $times } / { $over } = { $cost }
explained-kit =
    .even = { $total } / { $kits } kits = { $share } a kit, to the last coin
    .over = { $total } / { $kits } kits = { $share } a kit; { $residue } is left over by rounding
    .under = { $total } / { $kits } kits = { $share } a kit; rounding makes { $residue } too much
explained-rounding = rounded once, to the currency's smallest coin (ISO 4217), halves up
