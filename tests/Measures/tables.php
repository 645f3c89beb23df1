<?php

declare(strict_types=1);

// Which module keeps which table. A table that is not here makes TablesTest fail.
return [
    'Accounts' => ['account', 'account_grant', 'delegation', 'second_factor', 'session'],
    'Activity' => ['activity', 'activity_chain', 'activity_head', 'personal_value'],
    'Adverts' => ['advert_payment', 'advert_text', 'board', 'board_health', 'posting', 'posting_day'],
    'Careers' => [
        'apply_draft', 'consent_text', 'declaration', 'declared', 'guide', 'guide_answer', 'opening_alert',
        'referral', 'referral_paid', 'referral_terms',
    ],
    'Catalogue' => ['job_family', 'role_profile', 'role_profile_version'],
    'Interviews' => ['interview', 'interview_seat', 'interview_slot', 'scorecard'],
    'Messages' => ['answer_chance', 'letter'],
    'Offers' => ['hire', 'offer', 'signing_code', 'signing_name'],
    'Organisation' => [
        'brand', 'brand_page', 'brand_unit', 'org_node', 'org_structure', 'org_unit', 'post_holder',
        'reach_list', 'reach_question', 'reach_stamp', 'site',
    ],
    'People' => [
        'bank_quota', 'bank_view', 'candidate', 'candidate_block', 'candidate_fit', 'candidate_merge',
        'candidate_note', 'candidate_tag', 'candidate_words', 'colleague', 'data_request', 'fit_setting',
        'identity_weights', 'intake', 'intake_file', 'learned_term', 'mail_in', 'near_term', 'no_poach',
        'not_colleague', 'not_same', 'outside_answer', 'people_list', 'people_list_entry', 'post', 'post_epoch',
        'post_run', 'requisition_fit', 'resume', 'resume_correction', 'retention', 'saved_match',
        'saved_search', 'saved_search_clock', 'sourcing_place', 'sourcing_setting', 'tag', 'thesaurus',
        'tombstone',
    ],
    'Pipeline' => ['application', 'shortlist', 'shortlist_entry', 'stage_visit', 'undo_step', 'verdict'],
    'Platform' => ['counted_try', 'delivery', 'guest_link', 'heartbeat', 'identity', 'message', 'migration'],
    'Shell' => ['import', 'import_mapping', 'list_setting'],
    'Reference' => ['exchange_rate', 'public_holiday', 'town'],
    'Requisitions' => [
        'approval', 'approval_question', 'approval_rule', 'brief_field_rule', 'brief_version',
        'no_current_pay', 'outside_count', 'presence', 'questions_version', 'requisition',
        'requisition_template', 'team_member', 'text_service',
    ],
    'Screening' => ['question_library'],
];
