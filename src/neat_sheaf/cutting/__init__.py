"""From what a class asks for to sheets, layouts and the order of cutting."""
