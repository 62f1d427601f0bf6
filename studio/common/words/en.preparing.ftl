## Preparing

too-many-ticks = a guide keeps { $most } ticks at most
file-evenings = evenings for { $name }
calendar-order = Order what { $name } needs
calendar-evening = Prepare { $name }, { $number } of { $of }
bag-item =
    .sheet = the sheet to make it by
    .things = { $count } { $name }
    .lengths = { $count } { $name }, { $length } long
bag-weight =
    .unknown = what it weighs is not known: a paper has no weight in the cupboard
    .known = its paper weighs { $grams } g at most
    .flat = its paper weighs { $grams } g at most, laid flat { $size }
bag-into = goes flat into { $names }
on-table =
    .each-used = { $count } { $name }
    .each-lent = { $count } { $name }, to be given back
    .length-used = { $name }: { $length } for the class
    .length-lent = { $name }, { $length }, to be given back
    .ml-used = { $name }: { $count } ml for the class
    .ml-lent = { $name }, { $count } ml, to be given back
too-many-bags = { $found } bags are too many to print at once: { $most } at most
first-label = the first label is from 1 to { $most }
unknown-sheet = there is no such sheet of labels; choose { $sheets }
labels-title = Labels for { $name }
label-bag = Bag { $number }
label-allergens = Contains { $names }
packing-title = Packing list for { $name }
packing-bags = { $name }: { $count } { $count ->
    [one] bag
   *[other] bags
}
packing-table = On the table
packing-posted = By post
packing-customs = For customs, contents and value:
packing-customs-note = The sender fills this in, as the carrier and the country it goes to ask. The weight is of the paper alone: weigh the closed parcel.
file-packing = packing list for { $name }
file-labels = labels for { $name }

## People

unknown-zone = { $found } is no time zone; write one like America/Los_Angeles
same-name = { $name } is on the list already
unknown-choice =
    .colourway = the class has no colourway { $name }
    .fee = the class has no fee { $name }
too-many-people = a class keeps { $most } people at most
no-name-column = the first line has no head "name"
unknown-head = { $head } is no head of the list: name, colourway, fee, paid, posted, waiting, note
not-yes-or-no = { $text } is not yes or no
file-people = people of { $name }

## The log of a class

more-than-there = there were { $there }: no more can be left over
no-such-colourway = the class has no colourway { $name }
no-such-batch = the class has no batch { $key }
note-empty = write something, or add a photograph
too-many-notes = a class keeps { $most } notes at most
rescued =
    .spare = a spare
    .offcut = an offcut
    .sheet = another sheet
learned =
    .setting = a setting of the trimmer
    .stroke = a stroke of the trimmer
    .carry = carrying a stack
    .turn = turning a stack
    .paper = changing the paper
    .pile = one more pile
    .sort = sorting a piece
    .bag = filling a bag
    .stop = a stop of the scoring board
    .score = a score
    .slit = a slit
    .hole = a hole
    .corner = a corner
    .cutout = a window or notch
    .die = a pass through the machine
    .punch = a piece that is punched
    .stamp = a piece that is stamped
    .spares = spare kits a class needs
learned-supply = { $name }, for each that is worked out
