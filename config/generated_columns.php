<?php

declare(strict_types=1);

// Columns that the database computes from others: queries search by them, and no entity has or writes them.
return ['advert_text.opening_words', 'requisition.opening_words'];
