<?php

declare(strict_types=1);

// How resumes in English say it. Words are compared folded: small letters, no accents, single blanks.
return [
    'months' => ['january' => 1, 'jan' => 1, 'february' => 2, 'feb' => 2, 'march' => 3, 'mar' => 3, 'april' => 4, 'apr' => 4, 'may' => 5, 'june' => 6, 'jun' => 6, 'july' => 7, 'jul' => 7, 'august' => 8, 'aug' => 8, 'september' => 9, 'sept' => 9, 'sep' => 9, 'october' => 10, 'oct' => 10, 'november' => 11, 'nov' => 11, 'december' => 12, 'dec' => 12],
    'seasons' => ['spring' => 3, 'summer' => 6, 'autumn' => 9, 'fall' => 9, 'winter' => 12],
    'now' => ['present', 'now', 'today', 'current', 'currently', 'ongoing', 'to date', 'date', 'still there', 'continuing'],
    'since' => ['since', 'from', 'as of'],
    'until' => ['until', 'till', 'to', 'through', 'up to'],
    'headings' => [
        'work' => ['experience', 'work experience', 'professional experience', 'employment', 'employment history', 'work history', 'career', 'career history', 'work', 'positions held', 'sea service', 'relevant experience', 'professional background', 'jobs', 'where i have worked', 'what i have done'],
        'education' => ['education', 'education and training', 'academic background', 'academic qualifications', 'studies', 'schooling', 'qualifications', 'schools', 'training and education', 'where i learned'],
        'skills' => ['skills', 'key skills', 'technical skills', 'core skills', 'competencies', 'core competencies', 'areas of expertise', 'expertise', 'technologies', 'tools', 'it skills', 'tools and technologies', 'what i can do', 'strengths', 'skills and tools'],
        'languages' => ['languages', 'language skills', 'language', 'languages spoken', 'speaks'],
        'certificates' => ['certificates', 'certifications', 'licences', 'licenses', 'certificates and licences', 'courses', 'courses and certificates', 'papers', 'licences and certificates', 'professional certificates', 'certificates of competency', 'tickets', 'training', 'courses and papers'],
        'summary' => ['summary', 'profile', 'about me', 'about', 'personal statement', 'professional summary', 'objective', 'in short', 'personal profile', 'introduction'],
        'contact' => ['contact', 'contact details', 'personal details', 'personal information', 'details', 'personal data', 'contact information'],
        'other' => ['interests', 'hobbies', 'references', 'referees', 'publications', 'projects', 'volunteering', 'volunteer work', 'awards', 'memberships', 'other', 'miscellaneous', 'additional information', 'other information', 'leisure', 'achievements', 'voluntary work', 'patents', 'military service'],
    ],
    'degrees' => ['doctorate' => ['phd', 'ph d', 'doctorate', 'doctor of', 'dphil'], 'master' => ['master', 'msc', 'm sc', 'ma', 'meng', 'mba', 'mphil', 'mres', 'master of science', 'master of arts', 'postgraduate'], 'bachelor' => ['bachelor', 'bsc', 'b sc', 'ba', 'beng', 'bba', 'undergraduate degree', 'honours degree'], 'vocational' => ['diploma', 'hnd', 'hnc', 'apprenticeship', 'apprentice', 'trade certificate', 'nvq', 'svq', 'vocational', 'associate degree', 'advanced certificate', 'journeyman', 'technician certificate', 'cadet'], 'upper_secondary' => ['high school', 'secondary school', 'a levels', 'a-levels', 'highers', 'upper secondary', 'sixth form', 'baccalaureate', 'grammar school', 'gcse']],
    'schools' => ['university', 'college', 'school', 'institute', 'academy', 'polytechnic', 'faculty'],
    'employers' => ['ltd', 'limited', 'plc', 'inc', 'llc', 'llp', 'corp', 'corporation', 'company', 'co', 'group', 'holdings', 'council', 'hospital', 'hotel', 'ferries', 'shipping', 'lines', 'line', 'yard', 'shipyard', 'marine', 'harbour', 'port', 'authority', 'services', 'bank', 'restaurant', 'university', 'offshore', 'logistics', 'repair', 'boats', 'data', 'systems', 'works', 'engineering'],
    'titles' => ['principal', 'contractor', 'chef de partie', 'sous chef', 'engineer', 'electrician', 'manager', 'officer', 'analyst', 'developer', 'welder', 'steward', 'stewardess', 'mate', 'master', 'captain', 'architect', 'accountant', 'assistant', 'leader', 'lead', 'supervisor', 'foreman', 'technician', 'fitter', 'mechanic', 'apprentice', 'trainee', 'intern', 'consultant', 'director', 'coordinator', 'administrator', 'clerk', 'agent', 'chef', 'cook', 'waiter', 'waitress', 'nurse', 'teacher', 'driver', 'operator', 'planner', 'designer', 'scientist', 'specialist', 'advisor', 'adviser', 'inspector', 'controller', 'purser', 'deckhand', 'seaman', 'motorman', 'head of', 'chief', 'recruiter', 'programmer', 'tester', 'secretary', 'receptionist', 'cleaner', 'carpenter', 'plumber', 'painter', 'rigger', 'surveyor', 'partner', 'associate', 'bartender', 'barista', 'salesperson', 'representative', 'buyer', 'auditor', 'lecturer', 'researcher', 'fellow', 'able seaman', 'bosun', 'pilot', 'storekeeper', 'docker', 'guide', 'owner', 'founder', 'freelance', 'volunteer', 'midwife', 'physiotherapist', 'pharmacist', 'labourer', 'cashier'],
    'languages' => ['english' => 'en', 'norwegian' => 'nb', 'polish' => 'pl', 'german' => 'de', 'french' => 'fr', 'spanish' => 'es', 'portuguese' => 'pt', 'galician' => 'gl', 'swedish' => 'sv', 'danish' => 'da', 'finnish' => 'fi', 'russian' => 'ru', 'ukrainian' => 'uk', 'italian' => 'it', 'dutch' => 'nl', 'arabic' => 'ar', 'turkish' => 'tr', 'vietnamese' => 'vi', 'chinese' => 'zh', 'mandarin' => 'zh', 'hindi' => 'hi', 'icelandic' => 'is', 'lithuanian' => 'lt', 'estonian' => 'et', 'latvian' => 'lv', 'greek' => 'el', 'japanese' => 'ja', 'gaelic' => 'gd', 'tagalog' => 'tl', 'somali' => 'so', 'persian' => 'fa', 'czech' => 'cs', 'romanian' => 'ro', 'catalan' => 'ca'],
    'levels' => ['C2' => ['native', 'mother tongue', 'first language', 'bilingual', 'proficient', 'native speaker'], 'C1' => ['fluent', 'fluently', 'advanced', 'excellent', 'full professional', 'professional proficiency', 'very good'], 'B2' => ['upper intermediate', 'good', 'working knowledge', 'professional working', 'business'], 'B1' => ['intermediate', 'conversational', 'fair', 'limited working'], 'A2' => ['basic', 'elementary', 'beginner', 'some', 'everyday']],
    'driving' => ['driving licence', 'driving license', "driver's licence", "driver's license", 'driver licence', 'drivers licence', 'driver license'],
    'expires' => ['valid to', 'valid until', 'valid through', 'expires', 'expiry', 'exp', 'renewed to', 'valid'],
    'issuer' => ['issued by', 'by', 'from'],
    'notice' => ['notice period', 'notice'],
    'notice_units' => ['month' => 30, 'months' => 30, 'week' => 7, 'weeks' => 7, 'day' => 1, 'days' => 1],
    'available' => ['available from', 'available', 'can start', 'start date'],
    'moves' => ['willing to move', 'willing to relocate', 'open to relocation', 'happy to relocate', 'ready to move', 'able to relocate', 'can relocate'],
    'stays' => ['not willing to move', 'not willing to relocate', 'no relocation', 'can not relocate', 'cannot relocate', 'unable to relocate'],
    'pay' => ['salary expectation', 'salary expectations', 'expected salary', 'desired salary', 'pay expected', 'pay wanted', 'wanted pay', 'expected pay'],
    'labels' => ['name' => ['name', 'full name'], 'email' => ['email', 'e mail', 'mail'], 'phone' => ['phone', 'tel', 'telephone', 'mobile', 'cell', 'mob', 't', 'm'], 'city' => ['address', 'location', 'lives in', 'residence', 'city', 'town', 'based in']],
    'leave' => ['parental leave', 'leave', 'maternity leave', 'sabbatical'],
];
