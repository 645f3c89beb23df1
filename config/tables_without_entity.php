<?php

declare(strict_types=1);

// What the comparison of mapping and database leaves out: tables that have no entity yet, and columns that their
// entity has no property for yet.
return [
    'answer_chance',
    'bank_quota', 'bank_view',
    'candidate_block', 'candidate_fit',
    'candidate_words', 'colleague', 'counted_try',
    'fit_setting',
    'heartbeat', 'hire', 'identity_weights',
    'intake', 'intake_file', 'interview', 'interview_seat', 'interview_slot', 'learned_term',
    'letter', 'mail_in', 'near_term', 'no_poach', 'not_colleague',
    'message', 'outside_answer',
    'people_list', 'people_list_entry', 'personal_value', 'post', 'post_epoch',
    'post_run',
    'requisition_fit',
    'resume', 'resume_correction',
    'saved_match', 'saved_search', 'saved_search_clock', 'scorecard', 'session', 'shortlist',
    'shortlist_entry', 'signing_code', 'signing_name', 'sourcing_place', 'sourcing_setting',
    'stage_visit', 'thesaurus', 'tombstone', 'town', 'undo_step', 'verdict',
];
