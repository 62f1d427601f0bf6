"""What is printed of a class for those who teach and help, and a class as one file and one folder."""
